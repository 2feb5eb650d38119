import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Problem } from '@kanga/contract/finding';
import type { Response } from 'express';
import { Refusal } from './refusal.js';

const plain = (code: string, title: string, remedy: string): Problem => ({ code, title, remedy, faults: [] });

const notJson = plain('input.json', 'What was sent is not JSON', 'Send a JSON object.');

function answerTo(error: unknown): { status: number; problem: Problem } {
  if (error instanceof Refusal) return { status: error.status, problem: error.problem };
  if (error instanceof HttpException) {
    const status = error.getStatus();
    if (status === 400 && /JSON/.test(error.message)) return { status, problem: notJson };
    return {
      status,
      problem: plain(`http.${status}`, error.message, status === 404 ? 'Check the address.' : 'Check what was sent.'),
    };
  }
  const { type, status } = (error ?? {}) as { type?: string; status?: number };
  if (type === 'entity.parse.failed') return { status: 400, problem: notJson };
  if (type === 'entity.too.large')
    return { status: 413, problem: plain('input.large', 'What was sent is too large', 'Send at most 2 MB of JSON.') };
  return status && status >= 400 && status < 500
    ? { status, problem: plain(`http.${status}`, 'The request was not understood', 'Check what was sent.') }
    : {
        status: 500,
        problem: plain(
          'server.fault',
          'Something went wrong in Kanga itself',
          'Nothing was saved. Try once more; if it happens again, the server’s own output says why.',
        ),
      };
}

/** Turns every error into a problem that says what and how to mend it; unexpected ones are logged in full. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('Kanga');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    // The reader went away in the middle of a download: nobody is left to answer, and nothing is wrong here.
    if ((error as { code?: string } | null)?.code === 'ERR_STREAM_PREMATURE_CLOSE') {
      response.destroy();
      return;
    }
    const { status, problem } = answerTo(error);
    // A refusal was meant, whatever its status; only what nobody foresaw is logged.
    if (status >= 500 && !(error instanceof Refusal)) this.logger.error(error instanceof Error ? error.stack : error);
    if (response.headersSent) {
      response.destroy();
      return;
    }
    response.status(status).json(problem);
  }
}
