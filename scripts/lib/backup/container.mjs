import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { join } from 'node:path';
import { PassThrough, Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Lack } from '../machine.mjs';

/** How a file begins that is locked with a passphrase (age-encryption.org/v1), and one that is not (a zip). */
const AGE = 'age-encryption.org/v1';

/** Counts and hashes what flows through. */
class Meter extends Transform {
  #hash = createHash('sha256');
  bytes = 0;

  _transform(chunk, _encoding, done) {
    this.bytes += chunk.length;
    this.#hash.update(chunk);
    done(null, chunk);
  }

  get sha256() {
    return this.#hash.copy().digest('hex');
  }
}

/**
 * Writes a backup: a zip whose parts are streamed into it, and whose manifest comes last, since it names their hashes. With a passphrase the whole is
 * locked in the age format. `parts` gives name and stream of each; `manifest` is called with what was measured of them.
 */
export async function writeContainer(target, parts, manifest, passphrase = null) {
  const { default: yazl } = await import('yazl');
  const zip = new yazl.ZipFile();
  const measured = [];
  const failed = new Promise((_, fail) => {
    zip.on('error', fail);
    for (const [name, stream] of parts) {
      const meter = new Meter();
      measured.push([name, meter]);
      stream.on('error', fail);
      zip.addReadStream(stream.pipe(meter), name, { compress: false, mode: 0o600 });
      meter.once('end', () => {
        if (measured.every(([, one]) => one.readableEnded))
          Promise.resolve(manifest(measured.map(([part, { bytes, sha256 }]) => ({ name: part, bytes, sha256 }))))
            .then((text) => {
              zip.addBuffer(Buffer.from(text), 'manifest.json', { mode: 0o600 });
              zip.end();
            })
            .catch(fail);
      });
    }
  });
  const body = passphrase === null ? zip.outputStream : await locked(zip.outputStream, passphrase);
  await Promise.race([failed, pipeline(body, createWriteStream(target, { mode: 0o600 }))]);
  const file = await open(target);
  await file.sync();
  await file.close();
}

async function locked(stream, passphrase) {
  const { Encrypter } = await import('age-encryption');
  const encrypter = new Encrypter();
  encrypter.setPassphrase(passphrase);
  return Readable.fromWeb(await encrypter.encrypt(Readable.toWeb(stream.pipe(new PassThrough()))));
}

export async function isLocked(file) {
  const handle = await open(file);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(AGE.length), 0, AGE.length, 0);
    return buffer.toString('latin1', 0, bytesRead) === AGE;
  } finally {
    await handle.close();
  }
}

async function unlock(file, target, passphrase) {
  if (!passphrase)
    throw new Lack(
      `${file} is locked with a passphrase: give it in KANGA_PASSPHRASE, or type it when it is asked for.`,
    );
  const { Decrypter } = await import('age-encryption');
  const decrypter = new Decrypter();
  decrypter.addPassphrase(passphrase);
  const wrong = () => new Lack(`${file} does not open with this passphrase, or was changed on its way.`);
  const stream = await decrypter.decrypt(Readable.toWeb(createReadStream(file))).catch(() => {
    throw wrong();
  });
  await pipeline(Readable.fromWeb(stream), createWriteStream(target, { mode: 0o600 })).catch(() => {
    throw wrong();
  });
}

const broken = (file, why) => new Lack(`${file} is not a whole backup of Kanga: ${why}.`);

/** Takes a backup apart in a folder: every part is there, of the length and with the hash that the manifest names. Gives the manifest. */
export async function openContainer(file, folder, passphrase = null) {
  const { default: yauzl } = await import('yauzl');
  let plain = file;
  if (await isLocked(file)) {
    plain = join(folder, 'unlocked.zip');
    await unlock(file, plain, passphrase);
  }
  let zip;
  try {
    zip = await yauzl.openPromise(plain, { autoClose: false });
  } catch (error) {
    throw broken(file, error.message);
  }
  try {
    const found = new Map();
    for await (const entry of zip.eachEntry()) {
      // A name that leads out of the folder is none of ours.
      if (!/^[\w.-]+$/.test(entry.fileName)) throw broken(file, `it holds a part called ${entry.fileName}`);
      const meter = new Meter();
      await pipeline(
        await zip.openReadStreamPromise(entry),
        meter,
        createWriteStream(join(folder, entry.fileName), { mode: 0o600 }),
      );
      found.set(entry.fileName, meter);
    }
    return found;
  } catch (error) {
    throw error instanceof Lack ? error : broken(file, error.message);
  } finally {
    zip.close();
  }
}
