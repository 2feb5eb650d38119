import { expose } from 'comlink';

const hasher = {
  /** The SHA-256 of a file, in hexadecimal. */
  async sha256(file: Blob): Promise<string> {
    const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', await file.arrayBuffer()));
    return Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('');
  },
};
export type Hasher = typeof hasher;
expose(hasher);
