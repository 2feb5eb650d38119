import sharp from 'sharp';
import { Refusal } from '../http/index.js';
import type { Answer } from './task.js';

// No cache of decoded pixels is kept between pictures.
sharp.cache(false);
sharp.concurrency(2);

interface Asked {
  module: string;
  name: string;
  input: unknown;
}

async function answerTo({ module, name, input }: Asked): Promise<Answer> {
  try {
    const tasks = (await import(module)) as Record<string, (input: unknown) => Promise<unknown>>;
    return { value: await tasks[name]?.(input) };
  } catch (error) {
    if (error instanceof Refusal) return { refused: { status: error.status, problem: error.problem } };
    const { code, message } = (error ?? {}) as { code?: unknown; message?: unknown };
    return {
      error: typeof message === 'string' ? message : String(error),
      code: typeof code === 'string' ? code : null,
    };
  }
}

process.on('message', (task: Asked) => {
  void answerTo(task).then((answer) => process.send?.(answer));
});
// Whoever asked is gone.
if (!process.connected) process.exit();
process.on('disconnect', () => process.exit());
