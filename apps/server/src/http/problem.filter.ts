import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Problem } from '@kanga/contract/finding';
import type { Response } from 'express';
import { saysDiskFull } from './disk.js';
import { Refusal } from './refusal.js';
import { requestId } from './request-id.js';

const plain = (code: string, title: string, remedy: string): Problem => ({ code, title, remedy, faults: [] });

const notJson = plain('input.json', 'What was sent is not JSON', 'Send a JSON object.');

const tooMany = plain(
  'http.many',
  'This was asked too often in a short time',
  'Wait ten seconds. If no program of yours asks so often, close screens of Kanga that nobody looks at.',
);

const comingBack = plain(
  'database.away',
  'The database is coming back',
  'Nothing of this was saved yet. It is tried again by itself where it can be; otherwise do it once more in a moment.',
);

/** Ways in which a database says, or shows by its silence, that it is not there just now (PostgreSQL, appendix A: classes 08 and 57; knex and pg in words). */
const AWAY_CODES = /^(08...|57P0[1-5]|53300|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT)$/;
const AWAY_WORDS =
  /Connection terminated|timeout exceeded when trying to connect|acquir(e|ing) a connection|^aborted$|Client has encountered a connection error|client has been closed|not queryable|server closed the connection/i;

export const databaseIsAway = (error: unknown): boolean => {
  const { code = '', message = '', name = '' } = (error ?? {}) as { code?: string; message?: string; name?: string };
  return AWAY_CODES.test(String(code)) || name === 'KnexTimeoutError' || AWAY_WORDS.test(message);
};

const busy = plain(
  'database.busy',
  'The database took too long',
  'Nothing of this was saved. Do it once more; where it happens again, ask for less at once.',
);

/** A statement or a lock that took longer than it may (PostgreSQL, appendix A). */
const databaseIsBusy = (error: unknown): boolean =>
  ['57014', '55P03'].includes(String((error as { code?: unknown } | null)?.code));

function answerTo(error: unknown): { status: number; problem: Problem } {
  if (error instanceof Refusal) return { status: error.status, problem: error.problem };
  if (error instanceof HttpException) {
    const status = error.getStatus();
    if (status === 429) return { status, problem: tooMany };
    if (status === 400 && /JSON/.test(error.message)) return { status, problem: notJson };
    return {
      status,
      problem: plain(`http.${status}`, error.message, status === 404 ? 'Check the address.' : 'Check what was sent.'),
    };
  }
  if (saysDiskFull(error))
    return {
      status: 507,
      problem: plain(
        'disk.full',
        'The disk is full',
        'Nothing of this was saved. Make room on the disk with Kanga’s data, then do it again; everything that was saved can be read.',
      ),
    };
  if (databaseIsAway(error)) return { status: 503, problem: comingBack };
  if (databaseIsBusy(error)) return { status: 503, problem: busy };
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
    if (status >= 500 && !(error instanceof Refusal))
      this.logger.error(
        `request ${requestId(response)}: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}`,
      );
    if (response.headersSent) {
      response.destroy();
      return;
    }
    response.status(status).json(problem);
  }
}
