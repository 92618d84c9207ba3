import type { NetworkInterfaceInfo } from 'node:os';
import { hostname, networkInterfaces } from 'node:os';
import ipaddr from 'ipaddr.js';

const LOOPBACK_NAMES = ['127.0.0.1', 'localhost', '[::1]'];
/** Networks of a home, and of this machine alone. */
const HOME_RANGES = new Set(['private', 'uniqueLocal', 'linkLocal', 'loopback']);

/** Whether an address is one of a home network, or of this machine. */
export function isHomeAddress(address: string): boolean {
  const plain = address.replace(/%.*$/, '');
  return ipaddr.isValid(plain) && HOME_RANGES.has(ipaddr.process(plain).range());
}

/** This machine's name on the home network. */
export function localName(host = hostname()): string {
  const label = (host.split('.')[0] ?? '').toLowerCase().replace(/[^a-z0-9-]+/g, '-');
  const trimmed = label.replace(/^-+|-+$/g, '').slice(0, 63);
  return `${trimmed === '' ? 'humble-churn' : trimmed}.local`;
}

function outside(): NetworkInterfaceInfo[] {
  return Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter(({ internal }) => !internal);
}

/** This machine's addresses on home networks, those that are shorter to type first. */
export function homeAddresses(): string[] {
  return outside()
    .filter(({ address }) => isHomeAddress(address))
    .sort((a, b) => a.family.localeCompare(b.family))
    .map(({ address }) => address.replace(/%.*$/, ''));
}

/** An address as it stands in a URL. */
export function inUrl(address: string): string {
  return address.includes(':') ? `[${address}]` : address;
}

function nameIn(host: string): string {
  return host.replace(/:\d{1,5}$/, '').toLowerCase();
}

/** Whether a Host header is a name that means this machine on the machine itself, wherever it is looked up. */
export function isLoopbackName(host: string): boolean {
  return LOOPBACK_NAMES.includes(nameIn(host));
}

/** Whether a Host header names this server: this machine, one of its own addresses, or what it was told besides. */
export function namesOf(allowed: readonly string[]): (host: string) => boolean {
  const always = new Set([...LOOPBACK_NAMES, ...allowed.map(nameIn)]);
  return (host) => {
    const name = nameIn(host);
    return (
      always.has(name) ||
      name === localName() ||
      // Looked up each time: a router gives a new address whenever it likes.
      outside().some(({ address }) => inUrl(address.replace(/%.*$/, '')) === name)
    );
  };
}
