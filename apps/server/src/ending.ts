import type { INestApplicationContext } from '@nestjs/common';

/**
 * Ends in order when it is asked to, and when the process that started it is gone (the line to it breaks): it would go on without anybody
 * to look after it, and hold the port of the next one.
 */
export function endInOrder(app: INestApplicationContext): void {
  app.enableShutdownHooks();
  // A terminal that is gone takes no words any more.
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
  process.once('disconnect', () => {
    process.kill(process.pid, 'SIGTERM');
  });
}
