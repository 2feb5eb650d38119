import { createHash, type Hash } from 'node:crypto';

/** Text gathered before it is hashed: a polygon has thousands of numbers. */
const PIECE = 1 << 16;

class Feed {
  private text = '';
  constructor(readonly hash: Hash) {}

  say(text: string): void {
    this.text += text;
    if (this.text.length >= PIECE) this.flush();
  }

  flush(): void {
    this.hash.update(this.text);
    this.text = '';
  }

  bytes(bytes: Uint8Array): void {
    this.say(`bytes ${bytes.length}:`);
    this.flush();
    this.hash.update(bytes);
  }

  value(value: unknown): void {
    if (typeof value === 'string') this.say(`'${value.length}:${value}`);
    else if (typeof value !== 'object' || value === null) this.say(`${typeof value} ${String(value)};`);
    else if (value instanceof Uint8Array) this.bytes(value);
    else if (Array.isArray(value)) {
      this.say(`[${value.length} `);
      for (const one of value) this.value(one);
    } else if (value instanceof Map) {
      this.say(`map ${value.size} `);
      for (const [key, one] of value) {
        this.value(key);
        this.value(one);
      }
    } else {
      const entries = Object.entries(value);
      this.say(`{${entries.length} `);
      for (const [key, one] of entries) {
        this.value(key);
        this.value(one);
      }
    }
  }
}

/** The fingerprint of plain values (lists, maps, objects, bytes): the same for the same values in the same order, however the machine holds them. O(size). */
export function fingerprintOf(value: unknown): string {
  const feed = new Feed(createHash('sha256'));
  feed.value(value);
  feed.flush();
  return feed.hash.digest('base64');
}
