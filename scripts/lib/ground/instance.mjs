import { createHash } from 'node:crypto';
import { closeSync, constants, openSync, realpathSync, rmSync } from 'node:fs';
import { connect, createServer } from 'node:net';
import { join } from 'node:path';

const TALK = 'kanga.sock';
/** The longest answer that is read, and how long it is waited for, ms. */
const MOST = 10_000;
const PATIENCE = 3000;

/** A name that only the kernel knows: it is given back the moment its process ends, however it ends. */
const lockName = (data) => `\0kanga-${createHash('sha256').update(realpathSync(data)).digest('hex')}`;

const listen = (server, path) =>
  new Promise((done, fail) => {
    server.once('error', fail);
    server.listen({ path }, () => {
      server.off('error', fail);
      done();
    });
  });

/** The data folder is reached by its number: a path of a socket may have 107 letters only. */
function withFolder(data, use) {
  const folder = openSync(data, constants.O_RDONLY | constants.O_DIRECTORY);
  return use(`/proc/self/fd/${folder}/${TALK}`).finally(() => closeSync(folder));
}

/** One Kanga on a data folder: whoever has it answers who it is, and may be asked to end. */
class Instance {
  constructor(data, lock, talk) {
    this.data = data;
    this.lock = lock;
    this.talk = talk;
  }

  release() {
    this.talk.close();
    rmSync(join(this.data, TALK), { force: true });
    this.lock.close();
  }
}

/**
 * Takes the data folder for this process, or gives null when another has it. `who` gives what is answered to others; `onStop` is called when one asks
 * it to end. Both the lock and the socket that answers are gone when the process is.
 */
export async function claim(data, who, onStop = () => undefined) {
  const lock = createServer((caller) => caller.destroy());
  try {
    await listen(lock, lockName(data));
  } catch (error) {
    if (error.code === 'EADDRINUSE') return null;
    throw error;
  }
  lock.unref();
  const talk = createServer((caller) => {
    caller.on('error', () => caller.destroy());
    caller.setTimeout(PATIENCE, () => caller.destroy());
    caller.once('data', (word) => {
      if (String(word).trim() === 'stop') onStop();
      caller.end(JSON.stringify(who()));
    });
  });
  // What a Kanga that was ended hard has left: nobody else can be using it, since the lock is ours.
  rmSync(join(data, TALK), { force: true });
  await withFolder(data, (path) => listen(talk, path));
  talk.unref();
  return new Instance(data, lock, talk);
}

/** Says a word (`who`, `stop`) to the Kanga on a data folder; gives its answer, or null when none answers. */
export async function tell(data, word = 'who') {
  const text = await withFolder(data, (path) => {
    return new Promise((done) => {
      let heard = '';
      const caller = connect({ path });
      const end = (answer) => {
        caller.destroy();
        done(answer);
      };
      caller.setTimeout(PATIENCE, () => end(null));
      caller.on('error', () => end(null));
      caller.on('connect', () => caller.write(`${word}\n`));
      caller.on('data', (part) => {
        heard += part;
        if (heard.length > MOST) end(null);
      });
      caller.on('end', () => end(heard));
    });
  }).catch((error) => {
    if (error.code === 'ENOENT') return null;
    throw error;
  });
  try {
    return text === null ? null : JSON.parse(text);
  } catch (error) {
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}

/** Whether any process has the data folder, be it one that does not answer. */
export async function isTaken(data) {
  const mine = await claim(data, () => null);
  mine?.release();
  return mine === null;
}
