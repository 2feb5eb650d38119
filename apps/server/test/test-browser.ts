import { request as plain, type IncomingHttpHeaders } from 'node:http';
import { request as secure } from 'node:https';
import { randomUUID } from 'node:crypto';
import { checkServerIdentity, type PeerCertificate } from 'node:tls';
import type { Me, Person, Role, ShownCode } from '@kanga/contract/people';
import type { Problem } from '@kanga/contract/finding';
import type { TestServer } from './test-server';

export interface Heard<T> {
  status: number;
  body: T;
  text: string;
  headers: IncomingHttpHeaders;
  /** The lines of `Set-Cookie` as they came. */
  cookies: string[];
}

/** A password that nobody guesses. */
export const GOOD = 'velvet otter lantern 71';

/** A browser as far as a server sees it: it keeps cookies and names its origin; with a profile of its own. */
export class TestBrowser {
  readonly jar = new Map<string, string>();

  /** `ca`: certificates that it trusts, for an address of TLS; `beneath`: the path where Kanga is served. */
  constructor(
    readonly url: string,
    private readonly more: { ca?: string; beneath?: string } = {},
  ) {}

  async ask<T = Problem>(
    method: string,
    path: string,
    json?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Heard<T>> {
    return this.send<T>(method, `${this.more.beneath ?? ''}/api/${path}`, json, headers);
  }

  /** A page or a file. */
  get(path: string): Promise<Heard<unknown>> {
    return this.send('GET', path);
  }

  private async send<T>(
    method: string,
    path: string,
    json?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Heard<T>> {
    const url = new URL(path, this.url);
    const body = json === undefined ? undefined : JSON.stringify(json);
    const cookie = [...this.jar].map(([name, value]) => `${name}=${value}`).join('; ');
    const heard = await new Promise<Heard<T>>((done, fail) => {
      const send = url.protocol === 'https:' ? secure : plain;
      const asked = send(
        url,
        {
          method,
          ...(this.more.ca === undefined ? {} : { ca: this.more.ca }),
          // Whatever name is asked for: the certificate is that of the machine.
          checkServerIdentity: (_name: string, certificate: PeerCertificate) =>
            checkServerIdentity(url.hostname, certificate),
          headers: {
            origin: this.url,
            connection: 'close',
            ...(cookie === '' ? {} : { cookie }),
            ...(body === undefined
              ? {}
              : { 'content-type': 'application/json', 'content-length': String(Buffer.byteLength(body)) }),
            ...headers,
          },
        },
        (answer) => {
          const parts: Buffer[] = [];
          const end = () => {
            const text = Buffer.concat(parts).toString();
            const isJson = answer.headers['content-type']?.includes('json') ?? false;
            done({
              status: answer.statusCode ?? 0,
              headers: answer.headers,
              cookies: answer.headers['set-cookie'] ?? [],
              text,
              body: (isJson ? JSON.parse(text) : null) as T,
            });
          };
          // A line that stays open has said all that is asked of it when it begins.
          if (answer.headers['content-type']?.startsWith('text/event-stream')) {
            end();
            asked.destroy();
            return;
          }
          answer.on('data', (part: Buffer) => parts.push(part));
          answer.on('end', end);
          answer.on('error', fail);
        },
      );
      asked.on('error', fail);
      asked.end(body);
    });
    for (const line of heard.cookies) {
      const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(line) ?? [];
      if (value === '' || /expires=Thu, 01 Jan 1970/i.test(line)) this.jar.delete(name);
      else this.jar.set(name, value);
    }
    return heard;
  }

  async signIn(name: string, password = GOOD): Promise<Heard<Me>> {
    return this.ask<Me>('POST', 'me/sign-in', { name, password });
  }
}

/** The code that the terminal shows. */
export const ownerCode = async (server: TestServer): Promise<string> =>
  (await server.ask<ShownCode>('POST', 'people/owner/code')).body.code;

/** A shop where everybody signs in: an owner in a browser of their own. */
export async function withOwner(server: TestServer, name = 'Wren'): Promise<TestBrowser> {
  const browser = new TestBrowser(server.url);
  const { status, text } = await browser.ask('POST', 'people/owner', {
    code: await ownerCode(server),
    name,
    password: GOOD,
  });
  if (status !== 201) throw new Error(`the owner was not made: ${text}`);
  return browser;
}

/** Somebody who was let in by an owner and has chosen a password, in a browser of their own. */
export async function letIn(
  owner: TestBrowser,
  role: Role,
  name = `${role} ${randomUUID().slice(0, 8)}`,
): Promise<{ browser: TestBrowser; person: Person }> {
  const { body: people } = await owner.ask<Person[]>('POST', 'people', { name, role });
  const person = people.find((one) => one.name === name);
  if (!person) throw new Error(`${name} was not let in: ${JSON.stringify(people)}`);
  const { body: shown } = await owner.ask<ShownCode>('POST', `people/${person.id}/invitation`);
  const browser = new TestBrowser(owner.url);
  const { status, text } = await browser.ask('POST', 'me/invitation', { code: shown.code, password: GOOD });
  if (status !== 200) throw new Error(`the invitation was not taken: ${text}`);
  return { browser, person };
}

/** A tablet at the bench, at which nobody is yet. */
export async function tabletOf(owner: TestBrowser, name = 'Left bench'): Promise<TestBrowser> {
  const { body: shown } = await owner.ask<ShownCode>('POST', 'tablets', { name });
  const tablet = new TestBrowser(owner.url);
  const { status, text } = await tablet.ask('POST', 'me/tablet', { code: shown.code });
  if (status !== 200) throw new Error(`the tablet was not taken: ${text}`);
  return tablet;
}

/** Before each test nobody is let in. */
export function nobodyLetIn(server: TestServer): void {
  beforeEach(async () => {
    for (const table of ['sign_in', 'passkey', 'one_use', 'known_device', 'attempt', 'tablet', 'person'])
      await server.db(table).delete();
  });
}
