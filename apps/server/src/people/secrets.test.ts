import { existsSync, mkdtempSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hashed, hashOfCode, hashOfToken, isHashOf, keyAt, newCode, newToken, open, seal } from './secrets.js';

const folder = mkdtempSync(join(tmpdir(), 'kanga-key-'));

describe('a password', () => {
  it('is known by its hash, and by no other; two hashes of one are not alike', async () => {
    const [one, other] = [await hashed('velvet otter lantern'), await hashed('velvet otter lantern')];
    expect(one).not.toBe(other);
    expect(one).toMatch(/^\$argon2id\$/);
    expect(await isHashOf(one, 'velvet otter lantern')).toBe(true);
    expect(await isHashOf(one, 'velvet otter lanterN')).toBe(false);
  });
  it('of nobody fits nothing', async () => expect(await isHashOf(null, 'velvet otter lantern')).toBe(false));
});

describe('codes and tokens', () => {
  it('are never the same twice, and as long as they are said to be', () => {
    const all = new Set(Array.from({ length: 500 }, newCode));
    expect(all.size).toBe(500);
    for (const code of all) expect(code).toMatch(/^([A-HJKMNP-TV-Z2-9]{4}-){3}[A-HJKMNP-TV-Z2-9]{4}$/);
    expect(Buffer.from(newToken(), 'base64url')).toHaveLength(32);
  });
  it('are the same however they are typed; a token is only itself', () => {
    expect(hashOfCode('abcd-EFGH jk23')).toBe(hashOfCode('ABCDEFGHJK23'));
    expect(hashOfToken('a')).not.toBe(hashOfToken('A'));
    // FIPS 180-4, of the empty text.
    expect(hashOfToken('')).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855');
  });
});

describe('what is sealed', () => {
  const file = join(folder, 'key');
  const key = keyAt(file);
  it('is opened by the same key for the same purpose, and by nothing else', () => {
    const sealed = seal(key, 'JBSWY3DPEHPK3PXP', 'wren');
    expect(open(key, sealed, 'wren')).toBe('JBSWY3DPEHPK3PXP');
    expect(open(key, sealed, 'odo')).toBeNull();
    expect(open(keyAt(join(folder, 'another')), sealed, 'wren')).toBeNull();
    const bytes = Buffer.from(sealed, 'base64');
    for (let i = 0; i < bytes.length; i++) {
      const changed = Buffer.from(bytes);
      changed[i] = (changed[i] ?? 0) ^ 1;
      expect(open(key, changed.toString('base64'), 'wren')).toBeNull();
    }
    for (const nonsense of ['', 'x', 'AAAA']) expect(open(key, nonsense, 'wren')).toBeNull();
  });
  it('has its key in a file that only its user reads, made once', () => {
    expect(existsSync(file)).toBe(true);
    expect(statSync(file).mode & 0o077).toBe(0);
    expect(keyAt(file).equals(key)).toBe(true);
  });
  it('is not begun with a file that holds no key', () => {
    const bad = join(folder, 'bad');
    writeFileSync(bad, 'hello');
    expect(() => keyAt(bad)).toThrow(/64 hexadecimal digits/);
  });
});
