import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { networkInterfaces, hostname } from 'node:os';
import { join } from 'node:path';
import { X509Certificate } from 'node:crypto';
import { Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import type { Network } from '@kanga/contract/people';
import { config } from '../config.js';
import { refuse } from '../http/index.js';
import { Identify } from '../people/index.js';
import { certificatesIn, type Pair } from './certificates.js';
import { Front } from './front.js';

/** Addresses come and go, and certificates grow old: looked at so often, ms. */
const LOOKED_AT = 60_000;
const ANY = ['0.0.0.0', '::'];
const LOOPBACK = ['localhost', '127.0.0.1'];

/** Addresses that other devices of the network can ask at: those of a wire or of the air, and none that only hold on one link. */
const addressesHere = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((of) => of ?? [])
    .filter(({ internal, address }) => !internal && !address.startsWith('fe80'))
    .sort((a, b) => a.family.localeCompare(b.family))
    .map(({ address }) => address);

const inUrl = (name: string): string => (name.includes(':') ? `[${name}]` : name);

/** Kanga on the network: over TLS, or not at all. */
@Injectable()
export class NetworkService implements OnModuleDestroy {
  private readonly logger = new Logger('Kanga');
  private front: Front | null = null;
  private pair: Pair | null = null;
  private root: string | null = null;
  private trouble: string | null = null;
  private timer: ReturnType<typeof setInterval> | null = null;
  private secret = '';
  /** Read once: every request is held against what follows from it. */
  private readonly given = config();
  /** Names and addresses under which it is reached, as they were when they were looked at last. */
  private names = this.namesNow();

  constructor(private readonly identify: Identify) {}

  private get file(): string {
    return join(this.given.data, 'network.json');
  }

  private wanted(): boolean {
    if (this.given.host !== null) return true;
    if (!existsSync(this.file)) return false;
    const { open } = JSON.parse(readFileSync(this.file, 'utf8')) as { open?: unknown };
    return open === true;
  }

  /** Names and addresses under which it is reached, the best for a phone first. */
  private namesNow(): string[] {
    const { host, names } = this.given;
    if (host !== null && !ANY.includes(host)) return [...names, host];
    const machine = hostname().toLowerCase();
    return [
      ...names,
      ...addressesHere(),
      ...(machine.includes('.') || machine === 'localhost' ? [machine] : [`${machine}.local`, machine]),
    ];
  }

  private originsOf(names: readonly string[]): string[] {
    return names.map((name) => `https://${inUrl(name)}:${this.given.tlsPort}`);
  }

  /** Origins that are Kanga's own. */
  readonly origins = (): ReadonlySet<string> => new Set(this.front ? this.originsOf([...this.names, ...LOOPBACK]) : []);

  /** The address for codes on paper; null: no other device finds Kanga. */
  readonly reach = (): string | null => (this.front ? (this.originsOf(this.names)[0] ?? null) : null);

  /** Begins as it was left. `secret`: what the front says of itself. */
  async begin(secret: string): Promise<void> {
    this.secret = secret;
    if (this.wanted()) await this.open();
    this.timer = setInterval(() => {
      this.look().catch((error: unknown) => {
        this.logger.error(`the network: ${String(error)}`);
      });
    }, LOOKED_AT);
    this.timer.unref();
  }

  async onModuleDestroy(): Promise<void> {
    if (this.timer) clearInterval(this.timer);
    await this.front?.close();
  }

  /** The certificate of the shop's own, for the names of now, or the one that it was given. */
  private async certificate(): Promise<Pair> {
    this.names = this.namesNow();
    const { certificate, certificateKey, data } = this.given;
    if (certificate !== null && certificateKey !== null) {
      this.root = null;
      return { certificate: readFileSync(certificate, 'utf8'), key: readFileSync(certificateKey, 'utf8') };
    }
    const { root, server } = await certificatesIn(join(data, 'tls'), [...this.names, ...LOOPBACK], Date.now());
    this.root = root.certificate;
    return server;
  }

  private async open(): Promise<void> {
    const { host, tlsPort, port, certificate } = this.given;
    const front = new Front({ port, secret: this.secret, strict: certificate !== null });
    try {
      this.pair = await this.certificate();
      await front.open(host, tlsPort, this.pair);
      this.front = front;
      this.trouble = null;
    } catch (error) {
      const { code, message } = error as { code?: string; message?: string };
      this.trouble =
        code === 'EADDRINUSE'
          ? `Port ${tlsPort} is in use by another program: choose another with KANGA_TLS_PORT.`
          : `It could not listen: ${message ?? String(error)}`;
      this.logger.error(`the network: ${this.trouble}`);
    }
  }

  /** Where an address changed or a certificate grew old, a new one is shown to who comes from now on. */
  private async look(): Promise<void> {
    if (!this.front || !this.pair) {
      if (this.wanted()) await this.open();
      return;
    }
    const fresh = await this.certificate();
    if (fresh.certificate === this.pair.certificate) return;
    this.pair = fresh;
    this.front.renew(fresh);
  }

  tell(): Network {
    const root = this.root === null ? null : new X509Certificate(this.root).fingerprint256;
    return {
      open: this.front !== null,
      fixed: this.given.host !== null,
      addresses: this.originsOf(this.names),
      root,
      trouble: this.trouble,
    };
  }

  async set(open: boolean): Promise<Network> {
    if (this.given.host !== null)
      throw refuse(
        409,
        'network.fixed',
        'The network is chosen from outside, by KANGA_HOST',
        'Change it where Kanga is started.',
      );
    if (open && !(await this.identify.everybodySignsIn()))
      throw refuse(
        409,
        'network.alone',
        'Nobody has to sign in here yet',
        'Make an owner first: then it is told apart who asks.',
      );
    writeFileSync(`${this.file}.new`, JSON.stringify({ open }), { mode: 0o600 });
    renameSync(`${this.file}.new`, this.file);
    if (open && !this.front) await this.open();
    if (!open) {
      await this.front?.close();
      this.front = null;
      this.trouble = null;
    }
    return this.tell();
  }

  /** The certificate of the shop's own authority, PEM. */
  rootCertificate(): string {
    if (this.root === null)
      throw refuse(
        404,
        'network.root',
        'There is no certificate of the shop’s own',
        'It is made when Kanga first listens on the network; with a certificate of one’s own there is none.',
      );
    return this.root;
  }
}
