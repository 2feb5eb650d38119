import { BadRequestException, NotFoundException, type ArgumentsHost } from '@nestjs/common';
import { ProblemFilter, refuse, Valid } from './index.js';
import { idSchema } from '@kanga/contract/finding';

/** What the filter answers to an error. */
function answerTo(error: unknown): {
  status: number;
  body: { code: string; title: string; remedy: string } | null;
  destroyed: boolean;
} {
  const answer = { status: 0, body: null as never, destroyed: false };
  const response = {
    getHeader: () => 'request-1',
    headersSent: false,
    status(code: number) {
      answer.status = code;
      return this;
    },
    json(body: never) {
      answer.body = body;
    },
    destroy() {
      answer.destroyed = true;
    },
  };
  const filter = new ProblemFilter();
  Object.assign(filter, { logger: { error: () => undefined } });
  filter.catch(error, { switchToHttp: () => ({ getResponse: () => response }) } as unknown as ArgumentsHost);
  return answer;
}

describe('ProblemFilter', () => {
  it('passes a refusal on as it is', () => {
    expect(answerTo(refuse(409, 'job.closed', 'Job 3 is closed', 'Make a new one.'))).toMatchObject({
      status: 409,
      body: { code: 'job.closed', title: 'Job 3 is closed', remedy: 'Make a new one.', faults: [] },
    });
  });
  it.each([
    [new NotFoundException('Cannot GET /x'), 404, 'http.404'],
    [new BadRequestException('Unexpected end of JSON input'), 400, 'input.json'],
    [{ type: 'entity.parse.failed' }, 400, 'input.json'],
    [{ type: 'entity.too.large' }, 413, 'input.large'],
    [{ status: 415 }, 415, 'http.415'],
    // What knex and its pool say while Kanga ends.
    [new Error('Unable to acquire a connection'), 503, 'database.away'],
    [new Error('aborted'), 503, 'database.away'],
    [new Error('the disk is on fire'), 500, 'server.fault'],
    [null, 500, 'server.fault'],
  ])('turns %p into %d %s, with what to do', (error, status, code) => {
    const answer = answerTo(error);
    expect([answer.status, answer.body?.code]).toEqual([status, code]);
    expect(answer.body?.remedy).not.toBe('');
  });
  it('tells nobody outside what broke within', () =>
    expect(JSON.stringify(answerTo(new Error('password=secret')).body)).not.toContain('secret'));
  it('answers nobody who has gone away', () =>
    expect(answerTo(Object.assign(new Error(), { code: 'ERR_STREAM_PREMATURE_CLOSE' }))).toMatchObject({
      status: 0,
      destroyed: true,
    }));
});

describe('Valid', () => {
  const door = new Valid(idSchema);
  it('lets through what is right', () =>
    expect(door.transform('5b1a0c1e-0001-4000-8000-000000000001')).toBe('5b1a0c1e-0001-4000-8000-000000000001'));
  it.each(['x', '', null, undefined, 7])('refuses %p', (value) => expect(() => door.transform(value)).toThrow());
});
