import { X509Certificate } from 'node:crypto';
import { EventEmitter, once } from 'node:events';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import type { RequestListener } from 'node:http';
import { createServer } from 'node:http';
import type { Server as TlsServer } from 'node:https';
import { createServer as createTlsServer } from 'node:https';
import type { Server, Socket } from 'node:net';
import { createServer as createSocketServer } from 'node:net';
import { join } from 'node:path';
import type { HomeNetwork as Told } from '@humble-churn/contract';
import { Bonjour } from 'bonjour-service';
import { z } from 'zod';
import type { KeyAndCertificate } from './homeCertificates';
import { homeAddresses, inUrl, isHomeAddress, localName } from './serverNames';
import { fault, log } from './log';

/** The first byte of a TLS handshake. */
const TLS_HANDSHAKE = 0x16;
/** Who connects and says nothing is let go after so long, ms. */
const FIRST_BYTE_WITHIN_MS = 10_000;
/** Looked this often whether the router gave another address, or the certificate nears its end, ms. */
const LOOK_EVERY_MS = 60_000;

const KeptSchema = z.object({ on: z.boolean() });

export interface HomeOptions {
  /** Where the certificates are kept, and whether it was switched on. */
  folder: string;
  port: number;
  /** On whatever was chosen in the kitchen before. */
  on: boolean;
  /** Whether the machine's name is announced. */
  announced: boolean;
  answer: RequestListener;
  /** Answers what comes without TLS. */
  answerInTheClear: RequestListener;
  /** A line stays open this long between two requests, ms. */
  keepLineMs: number;
}

interface Open {
  sockets: Server;
  tls: TlsServer;
  lines: Set<Socket>;
  /** Ends the announcement of the name; null where it is not announced. */
  silence: (() => void) | null;
  certificate: KeyAndCertificate;
}

/** The app on the home network: over TLS, and without it the way to trust that. Both on one port. */
export class HomeNetwork {
  private open: Open | null = null;
  private authority: X509Certificate | null = null;
  private trouble: string | null = null;
  /** Whether the log says already that the name is not announced. */
  private unannounced = false;
  private readonly timer: NodeJS.Timeout;

  private constructor(private readonly options: HomeOptions) {
    this.timer = setInterval(() => {
      // Its folder may be full, or not to be written: phones go on with the certificate there is.
      this.look().catch((error: unknown) => log.error(fault(error), 'The certificate was not looked after'));
    }, LOOK_EVERY_MS);
    this.timer.unref();
  }

  /** Goes on as it was left; where that fails it says so, and the kitchen is open on this machine all the same. */
  static async start(options: HomeOptions): Promise<HomeNetwork> {
    const network = new HomeNetwork(options);
    if (options.on || (await network.wasOn())) await network.tryToOpen();
    return network;
  }

  private get keptFile(): string {
    return join(this.options.folder, 'home-network.json');
  }

  private async wasOn(): Promise<boolean> {
    try {
      return KeptSchema.parse(JSON.parse(await readFile(this.keptFile, 'utf8'))).on;
    } catch {
      return false;
    }
  }

  /** Names and addresses of this machine that its certificate has. */
  private names(): string[] {
    return [localName(), ...homeAddresses()];
  }

  /** As they are kept, or new ones; what makes them is loaded only here, most kitchens never need it. */
  private async certificates(now: Date): Promise<Record<'authority' | 'server', KeyAndCertificate>> {
    const { homeCertificates } = await import('./homeCertificates');
    return homeCertificates(this.options.folder, this.names(), now);
  }

  /** Where phones open the app, the best one first: a name only where phones are told it. */
  addresses(): string[] {
    if (!this.open) return [];
    const { port } = this.options;
    const announced = this.open.silence !== null;
    const numbers = homeAddresses().filter((address) => !address.startsWith('fe80:'));
    const hosts = announced ? [localName(), ...numbers] : [...numbers, localName()];
    return hosts.map((host) => `https://${inUrl(host)}:${port}`);
  }

  tell(canSwitch: boolean): Told {
    return {
      state: this.open ? 'on' : 'off',
      canSwitch,
      addresses: this.addresses(),
      fingerprint: this.authority?.fingerprint256 ?? null,
      trouble: this.trouble,
    };
  }

  /** The authority's certificate as phones install it; null until there is one. */
  authorityCertificate(): Buffer | null {
    return this.authority?.raw ?? null;
  }

  /** Switches it, and remembers that for the next start. */
  async turn(on: boolean): Promise<void> {
    await mkdir(this.options.folder, { recursive: true, mode: 0o700 });
    await writeFile(this.keptFile, JSON.stringify({ on }));
    if (on) await this.tryToOpen();
    else await this.close();
  }

  private async tryToOpen(): Promise<void> {
    if (this.open) return;
    try {
      await this.openUp();
      this.trouble = null;
    } catch (error) {
      const taken = z.object({ code: z.literal('EADDRINUSE') }).safeParse(error).success;
      this.trouble = taken
        ? `Port ${this.options.port} is in use. Choose another with HOME_PORT, such as HOME_PORT=8798.`
        : `The home network could not be opened: ${error instanceof Error ? error.message : String(error)}`;
    }
  }

  private async openUp(): Promise<void> {
    const { port, announced, answer, answerInTheClear, keepLineMs } = this.options;
    const made = await this.certificates(new Date());
    this.authority = new X509Certificate(made.authority.cert);
    const tls = createTlsServer({ ...made.server, minVersion: 'TLSv1.2' }, answer);
    const plain = createServer(answerInTheClear);
    for (const server of [tls, plain]) {
      server.keepAliveTimeout = keepLineMs;
      server.headersTimeout = keepLineMs + 5000;
    }
    const lines = new Set<Socket>();
    const sockets = createSocketServer((socket) => {
      lines.add(socket);
      socket.once('close', () => lines.delete(socket));
      direct(socket, tls, plain);
    });
    await new Promise<void>((resolve, reject) => {
      sockets.once('error', reject);
      sockets.listen(port, () => resolve());
    });
    // Such as more lines than the system allows: those there are go on.
    sockets.on('error', (error) => log.error(fault(error), 'A line of the home network was not taken'));
    const silence = announced ? await this.announce() : null;
    this.open = { sockets, tls, lines, silence, certificate: made.server };
  }

  /** A new certificate where the addresses are others than before, or where it nears its end; and the name again. */
  async look(now = new Date()): Promise<void> {
    const { open } = this;
    if (!open) {
      if (this.trouble !== null) await this.tryToOpen();
      return;
    }
    const { server } = await this.certificates(now);
    const renewed = server.cert !== open.certificate.cert;
    if (renewed) {
      open.certificate = server;
      open.tls.setSecureContext({ ...server, minVersion: 'TLSv1.2' });
    }
    if (this.options.announced && (renewed || !open.silence)) await this.announceAgain(open);
  }

  private async announce(): Promise<(() => void) | null> {
    const silence = await announce(this.options.port, (error) => {
      // Tried each minute, and told once.
      if (!this.unannounced) log.warn(fault(error), 'The name is not announced');
      this.unannounced = true;
    });
    if (silence) this.unannounced = false;
    return silence;
  }

  /** On the network as it now is; also where the port was another program's when it was tried before. */
  private async announceAgain(open: Open): Promise<void> {
    open.silence?.();
    open.silence = null;
    const silence = await this.announce();
    if (this.open === open) open.silence = silence;
    // It was switched off meanwhile.
    else silence?.();
  }

  private async close(): Promise<void> {
    const { open } = this;
    this.open = null;
    this.trouble = null;
    if (!open) return;
    const closed = new Promise<void>((resolve) => open.sockets.close(() => resolve()));
    open.silence?.();
    for (const socket of open.lines) socket.destroy();
    await closed;
  }

  async stop(): Promise<void> {
    clearInterval(this.timer);
    await this.close();
  }
}

/** Hands a line to the server that speaks what comes along it first; lines from beyond the home are shut. */
function direct(socket: Socket, tls: TlsServer, plain: Server): void {
  if (!isHomeAddress(socket.remoteAddress ?? '')) {
    socket.destroy();
    return;
  }
  socket.on('error', () => socket.destroy());
  socket.setTimeout(FIRST_BYTE_WITHIN_MS, () => socket.destroy());
  socket.once('data', (first) => {
    socket.pause();
    socket.setTimeout(0);
    socket.removeAllListeners('timeout');
    const server = first[0] === TLS_HANDSHAKE ? tls : plain;
    socket.unshift(first);
    server.emit('connection', socket);
    process.nextTick(() => socket.resume());
  });
}

/** The part of an announcer that speaks to the network. */
const MulticastSchema = z.object({ mdns: z.instanceof(EventEmitter) });

/** Tells the home network this machine's name; answers how to stop, or null where that cannot be. */
async function announce(port: number, trouble: (error: unknown) => void): Promise<(() => void) | null> {
  const announcer = new Bonjour({}, trouble);
  const { mdns } = MulticastSchema.parse(announcer['server']);
  // Where another program has the port to itself, it says so here alone, and without a listener the process ends.
  mdns.on('error', trouble);
  try {
    await once(mdns, 'ready');
  } catch {
    announcer.destroy();
    return null;
  }
  announcer.publish({ name: 'Humble Churn', type: 'https', port, host: localName() });
  return () => announcer.unpublishAll(() => announcer.destroy());
}
