import { spawnSync } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { AUTHORITY_PATH } from '@humble-churn/contract';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import { chromium } from '@playwright/test';
import { HomeNamespaces } from '../server/test/homeNamespaces';
import { Kitchen, test as base } from './kitchen';

/** Where the phone's browser believes the kitchen's own authority, and where it does not. */
type Trust = 'trusting' | 'new';

/** A kitchen on a home network of its own, with browsers on its machine and on phones. */
export class Home {
  readonly network = new HomeNamespaces();
  readonly kitchen: Kitchen;
  private readonly folder = mkdtempSync(join(tmpdir(), 'humble-churn-home-'));
  private readonly browsers: Browser[] = [];

  constructor(args: readonly string[] = ['--home']) {
    this.kitchen = new Kitchen(args, this.network.within(this.network.kitchen));
  }

  /** The kitchen's address on the home network. */
  get url(): string {
    return `https://${this.network.address}:8788`;
  }

  /** The same in the clear, where a phone is told how to trust it. */
  get inTheClear(): string {
    return this.url.replace('https:', 'http:');
  }

  /** A browser on one of the machines, with a home folder and so with trust of its own. */
  private async browserOn(machine: string, trust: Trust): Promise<Browser> {
    const home = join(this.folder, `browser-${this.browsers.length}`);
    mkdirSync(join(home, '.pki/nssdb'), { recursive: true });
    if (trust === 'trusting') await this.trustIn(home);
    const program = join(home, 'chromium');
    const command = [...this.network.within(machine), '/usr/bin/chromium'].join(' ');
    writeFileSync(program, `#!/bin/sh\nexport HOME=${home}\nexec ${command} "$@"\n`);
    chmodSync(program, 0o755);
    const { args = [] } = base.info().project.use.launchOptions ?? {};
    const browser = await chromium.launch({ executablePath: program, args });
    this.browsers.push(browser);
    return browser;
  }

  /** Tells a browser to believe the authority, as its settings would. */
  private async trustIn(home: string): Promise<void> {
    const { bytes } = await this.network.call(this.inTheClear + AUTHORITY_PATH);
    const file = join(home, 'authority.pem');
    writeFileSync(file, new X509Certificate(bytes).toString());
    const store = ['-d', `sql:${join(home, '.pki/nssdb')}`];
    for (const args of [
      ['-N', '--empty-password'],
      ['-A', '-t', 'C,,', '-n', 'kitchen', '-i', file],
    ]) {
      const { status, stderr } = spawnSync('certutil', [...store, ...args], { encoding: 'utf8' });
      if (status !== 0) throw new Error(`certutil ${args.join(' ')}: ${stderr}`);
    }
  }

  private async context(browser: Browser, width: number, height: number): Promise<BrowserContext> {
    const { timezoneId } = base.info().project.use;
    return browser.newContext({
      viewport: { width, height },
      ...(timezoneId !== undefined && { timezoneId }),
    });
  }

  /** A phone of the house. */
  async phone(trust: Trust = 'trusting'): Promise<Page> {
    const browser = await this.browserOn(this.network.phone, trust);
    return (await this.context(browser, 390, 844)).newPage();
  }

  /** The screen of the machine with the kitchen. */
  async laptop(): Promise<Page> {
    const browser = await this.browserOn(this.network.kitchen, 'new');
    return (await this.context(browser, 1280, 800)).newPage();
  }

  async close(): Promise<void> {
    for (const browser of this.browsers) await browser.close();
    await this.kitchen.close();
    this.network.close();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

// From the other one: tests of both then share the browser's processes.
export const test = base.extend<{ home: Home }>({
  home: async ({}, use) => {
    const home = new Home();
    await home.kitchen.start();
    await use(home);
    await home.close();
  },
});
