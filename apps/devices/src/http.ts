import type { Server, ServerResponse } from 'node:http';

/** Answers with JSON. */
export const say = (response: ServerResponse, status: number, body: unknown): void => {
  response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
};

/** Answers HTTP on the loopback address; gives the way to stop, which ends what is still open. */
export function listenHttp(server: Server, port: number): Promise<() => Promise<void>> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => {
      resolve(
        () =>
          new Promise((done) => {
            server.closeAllConnections();
            server.close(() => {
              done();
            });
          }),
      );
    });
  });
}
