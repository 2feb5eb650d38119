/** Takes a file, answers with its SHA-256 in hexadecimal, or with what went wrong. */
self.onmessage = async ({ data }: MessageEvent<Blob>) => {
  try {
    const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', await data.arrayBuffer()));
    self.postMessage({ sha256: Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('') });
  } catch (error) {
    self.postMessage({ problem: error instanceof Error ? error.message : String(error) });
  }
};
