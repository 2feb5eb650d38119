import { createCipheriv, createDecipheriv, createHash, randomBytes, randomInt } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { hash, verify, type Options } from '@node-rs/argon2';

/** Argon2id as OWASP's Password Storage Cheat Sheet has it at least: 19 MiB, two passes, one lane. */
const COST: Options = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** A password or a PIN as it is kept. Some 30 ms. */
export const hashed = (secret: string): Promise<string> => hash(secret, COST);

let decoy: Promise<string> | null = null;
/** Whether a secret is the one that was hashed. Where there is none it takes as long, and is not. */
export async function isHashOf(kept: string | null, secret: string): Promise<boolean> {
  decoy ??= hashed(randomBytes(16).toString('hex'));
  const is = await verify(kept ?? (await decoy), secret);
  return is && kept !== null;
}

/** What a browser keeps to be known by: 256 bits. */
export const newToken = (): string => randomBytes(32).toString('base64url');
/** A token as it is kept: who reads the database cannot use it. */
export const hashOfToken = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Letters and digits that are not taken for each other (no I, L, O, U, 0, 1). */
const SIGNS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
const FOURS = 4;
/** A code to be read and typed, in fours: 78 bits. */
export const newCode = (): string =>
  Array.from({ length: FOURS }, () => Array.from({ length: 4 }, () => SIGNS[randomInt(SIGNS.length)]).join('')).join(
    '-',
  );
/** A code as it was meant, however it was typed. */
const plainCode = (typed: string): string => typed.toUpperCase().replace(/[^A-Z0-9]/g, '');
export const hashOfCode = (typed: string): string => hashOfToken(plainCode(typed));

/** The key with which is sealed what has to be read again (secrets of one-time codes), in a file that only Kanga's user reads; not in the database, nor in its backups. */
export function keyAt(file: string): Buffer {
  if (!existsSync(file)) {
    mkdirSync(dirname(file), { recursive: true });
    // Whoever was first: another server that starts now reads what is there.
    try {
      writeFileSync(file, `${randomBytes(32).toString('hex')}\n`, { mode: 0o600, flag: 'wx' });
    } catch (error) {
      if ((error as { code?: string }).code !== 'EEXIST') throw error;
    }
  }
  const text = readFileSync(file, 'utf8').trim();
  if (!/^[0-9a-f]{64}$/.test(text)) throw new Error(`${file} is to hold a key of 64 hexadecimal digits, and does not`);
  return Buffer.from(text, 'hex');
}

/** As long are the nonce and the tag of a seal, bytes (NIST SP 800-38D). */
const [NONCE, TAG] = [12, 16];

/** Seals a text (AES-256-GCM); `what` says what it is of, and has to be said again to open it. */
export function seal(key: Buffer, text: string, what: string): string {
  const nonce = randomBytes(NONCE);
  const cipher = createCipheriv('aes-256-gcm', key, nonce).setAAD(Buffer.from(what));
  return Buffer.concat([nonce, cipher.update(text, 'utf8'), cipher.final(), cipher.getAuthTag()]).toString('base64');
}

/** Opens it again; null: it was sealed with another key, or is not what it was. */
export function open(key: Buffer, sealed: string, what: string): string | null {
  const bytes = Buffer.from(sealed, 'base64');
  if (bytes.length < NONCE + TAG) return null;
  const decipher = createDecipheriv('aes-256-gcm', key, bytes.subarray(0, NONCE), { authTagLength: TAG }).setAAD(
    Buffer.from(what),
  );
  try {
    decipher.setAuthTag(bytes.subarray(-TAG));
    return Buffer.concat([decipher.update(bytes.subarray(NONCE, -TAG)), decipher.final()]).toString('utf8');
  } catch {
    return null;
  }
}
