import { connect, createServer } from 'node:net';

/** A line between a screen and Kanga that can be cut, and made slow. */
export class Line {
  #sockets = new Set();
  #server = null;
  delay = 0;
  down = false;

  open(to) {
    this.#server = createServer((near) => {
      if (this.down) return near.destroy();
      const far = connect({ host: '127.0.0.1', port: to });
      for (const [from, into] of [
        [near, far],
        [far, near],
      ]) {
        this.#sockets.add(from);
        from.on('error', () => into.destroy());
        from.on('close', () => {
          this.#sockets.delete(from);
          into.destroy();
        });
        from.on('data', (part) => {
          if (this.delay === 0) into.write(part);
          else setTimeout(() => into.writable && into.write(part), this.delay);
        });
      }
    });
    return new Promise((done) => this.#server.listen(0, '127.0.0.1', () => done(this.#server.address().port)));
  }

  /** Breaks every connection, in the middle of whatever goes over it. */
  cut() {
    for (const socket of this.#sockets) socket.destroy();
  }

  close() {
    this.cut();
    this.#server?.close();
  }
}
