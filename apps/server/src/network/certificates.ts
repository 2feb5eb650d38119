import 'reflect-metadata';
import { webcrypto, X509Certificate as NodeCertificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import * as x509 from '@peculiar/x509';

const DAY = 24 * 3600_000;
/** How long the shop's own authority is good for, and a certificate of its server: devices refuse those of servers above 825 days, so a year with room, ms. */
const LASTS = { root: 10 * 365 * DAY, server: 390 * DAY };
/** A certificate is made anew so long before it is no longer good, ms. */
const IN_TIME = 30 * DAY;
/** Clocks of devices are a little off, ms. */
const BEFORE = DAY;

/** ECDSA on P-256 with SHA-256, which every device reads. */
const KEY = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };

x509.cryptoProvider.set(webcrypto as unknown as Crypto);

/** A certificate and its key, PEM. */
export interface Pair {
  certificate: string;
  key: string;
}

const isAddress = (name: string): boolean => /^[\d.]+$/.test(name) || name.includes(':');

const pem = (name: string, bytes: ArrayBuffer): string => x509.PemConverter.encode(bytes, name);
const serial = (): string =>
  Buffer.from(webcrypto.getRandomValues(new Uint8Array(16)))
    .toString('hex')
    .replace(/^[89a-f]/, '4');

async function newKeys(): Promise<CryptoKeyPair> {
  return (await webcrypto.subtle.generateKey(KEY, true, ['sign', 'verify'])) as unknown as CryptoKeyPair;
}
const keyPem = async (keys: CryptoKeyPair): Promise<string> =>
  pem('PRIVATE KEY', await webcrypto.subtle.exportKey('pkcs8', keys.privateKey as webcrypto.CryptoKey));

/** A certificate authority of the shop's own: it can speak for nothing but servers. */
async function makeRoot(now: number): Promise<Pair> {
  const keys = await newKeys();
  const certificate = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: [{ CN: ['Kanga, this shop’s own authority'] }],
    notBefore: new Date(now - BEFORE),
    notAfter: new Date(now + LASTS.root),
    signingAlgorithm: KEY,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  return { certificate: certificate.toString('pem'), key: await keyPem(keys) };
}

/** A certificate for a server that is reached under these names and addresses. */
async function makeServer(root: Pair, names: readonly string[], now: number): Promise<Pair> {
  const authority = new x509.X509Certificate(root.certificate);
  const signingKey = (await webcrypto.subtle.importKey('pkcs8', x509.PemConverter.decodeFirst(root.key), KEY, false, [
    'sign',
  ])) as unknown as CryptoKey;
  const keys = await newKeys();
  const certificate = await x509.X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: [{ CN: ['Kanga'] }],
    issuer: authority.subject,
    notBefore: new Date(now - BEFORE),
    notAfter: new Date(Math.min(now + LASTS.server, authority.notAfter.getTime())),
    signingAlgorithm: KEY,
    publicKey: keys.publicKey,
    signingKey,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension(['1.3.6.1.5.5.7.3.1']),
      new x509.SubjectAlternativeNameExtension(
        names.map((name) => ({ type: isAddress(name) ? ('ip' as const) : ('dns' as const), value: name })),
      ),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      await x509.AuthorityKeyIdentifierExtension.create(authority.publicKey),
    ],
  });
  return { certificate: certificate.toString('pem'), key: await keyPem(keys) };
}

/** Whether a certificate is good for all of these names, for a while yet. */
function isGoodFor(certificate: string, names: readonly string[], now: number): boolean {
  const read = new NodeCertificate(certificate);
  const covers = (name: string) => (isAddress(name) ? read.checkIP(name) : read.checkHost(name)) !== undefined;
  return Date.parse(read.validTo) - now > IN_TIME && names.every(covers);
}

const readPair = (folder: string, name: string): Pair | null => {
  const [certificate, key] = [join(folder, `${name}.pem`), join(folder, `${name}-key.pem`)];
  return existsSync(certificate) && existsSync(key)
    ? { certificate: readFileSync(certificate, 'utf8'), key: readFileSync(key, 'utf8') }
    : null;
};

/** Whole or not at all: a start that is cut off leaves what was there. */
const writePair = (folder: string, name: string, { certificate, key }: Pair): void => {
  for (const [file, text, mode] of [
    [`${name}-key.pem`, key, 0o600],
    [`${name}.pem`, certificate, 0o644],
  ] as const) {
    writeFileSync(join(folder, `${file}.new`), text, { mode });
    renameSync(join(folder, `${file}.new`), join(folder, file));
  }
};

/** The certificates that lie in a folder; what is not there, or good no more, is made. */
export async function certificatesIn(
  folder: string,
  names: readonly string[],
  now: number,
): Promise<{ root: Pair; server: Pair }> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  let root = readPair(folder, 'root');
  if (!root || !isGoodFor(root.certificate, [], now)) {
    root = await makeRoot(now);
    writePair(folder, 'root', root);
  }
  let server = readPair(folder, 'server');
  const ofRoot = (pair: Pair) =>
    new NodeCertificate(pair.certificate).verify(new NodeCertificate(root.certificate).publicKey);
  if (!server || !isGoodFor(server.certificate, names, now) || !ofRoot(server)) {
    server = await makeServer(root, names, now);
    writePair(folder, 'server', server);
  }
  return { root, server };
}
