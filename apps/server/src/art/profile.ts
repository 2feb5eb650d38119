/** The name of an ICC profile from its own description (ICC.1:2010, 9.2.14 `profileDescriptionTag`); null when it has none to read. */
export function profileName(icc: Buffer | undefined): string | null {
  if (!icc || icc.length < 132) return null;
  const count = Math.min(100, icc.readUInt32BE(128));
  for (let i = 0; i < count; i++) {
    const entry = 132 + i * 12;
    if (entry + 12 > icc.length || icc.toString('latin1', entry, entry + 4) !== 'desc') continue;
    const at = icc.readUInt32BE(entry + 4);
    if (at + 12 > icc.length) return null;
    const kind = icc.toString('latin1', at, at + 4);
    if (kind === 'desc') {
      const length = icc.readUInt32BE(at + 8);
      return (
        icc
          .toString('latin1', at + 12, Math.min(icc.length, at + 12 + length))
          .replace(/\0.*$/s, '')
          .slice(0, 200) || null
      );
    }
    if (kind === 'mluc' && at + 28 <= icc.length) {
      const [length, offset] = [icc.readUInt32BE(at + 20), icc.readUInt32BE(at + 24)];
      const text = Buffer.from(icc.subarray(at + offset, at + offset + length));
      return text.length % 2 === 0
        ? text.swap16().toString('utf16le').replace(/\0.*$/s, '').slice(0, 200) || null
        : null;
    }
  }
  return null;
}
