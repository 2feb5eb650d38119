import type { INestApplicationContext } from '@nestjs/common';

/** An end in order takes a moment; what is not over by then is ended hard, as a power cut would, and taken up again by the next start. ms. */
const PATIENCE = 8000;
const ENDS = ['SIGTERM', 'SIGINT', 'SIGHUP'] as const;

/**
 * Ends in order when it is asked to, and when the process that started it is gone (the line to it breaks): it would go on without anybody
 * to look after it, and hold the port of the next one. It ends in any case: nobody may be left to end it.
 */
export function endInOrder(app: INestApplicationContext): void {
  app.enableShutdownHooks();
  // A terminal that is gone takes no words any more.
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
  for (const signal of ENDS)
    process.once(signal, () => {
      setTimeout(() => {
        process.exit(1);
      }, PATIENCE).unref();
    });
  const end = () => {
    process.kill(process.pid, 'SIGTERM');
  };
  // A line that broke while this process was still starting is not told of again.
  if (process.send && !process.connected) end();
  else process.once('disconnect', end);
}
