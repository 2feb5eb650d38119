import type { Request, Response } from 'express';
import type { Knex } from 'knex';
import { ROUTES } from '@kanga/contract/route';
import { sameOrigin, type Doors } from '../http/index.js';
import { askingOf } from './asking.js';
import { Identify } from './identify.js';
import type { PersonRepository } from './person.repository.js';
import type { SignIns } from './sign-ins.js';

/** A database that says what it is told to, or nothing. */
function made(answers: (boolean | Error)[]) {
  let asked = 0;
  const people = {
    hasOwner: () => {
      const answer = answers[Math.min(asked++, answers.length - 1)] ?? false;
      return answer instanceof Error ? Promise.reject(answer) : Promise.resolve(answer);
    },
  } as unknown as PersonRepository;
  const nobody = { of: () => Promise.reject(new Error('away')) } as unknown as SignIns;
  return { identify: new Identify({} as Knex, people, nobody), asked: () => asked };
}
const away = new Error('the database is away');

describe('whether everybody signs in', () => {
  it('is not known while the database has not said so: nobody is taken for the owner meanwhile', async () => {
    const { identify } = made([away, true]);
    const both = await Promise.allSettled([identify.everybodySignsIn(), identify.everybodySignsIn()]);
    expect(both.map(({ status }) => status)).toEqual(['rejected', 'rejected']);
    expect(await identify.everybodySignsIn()).toBe(true);
  });
  it('is what was known last while the database is away', async () => {
    const { identify } = made([false, away]);
    expect(await identify.everybodySignsIn()).toBe(false);
    await new Promise((done) => setTimeout(done, 600));
    expect([await identify.everybodySignsIn(), await identify.everybodySignsIn()]).toEqual([false, false]);
  });
  it('stays so once it is so, without asking again', async () => {
    const { identify, asked } = made([true]);
    for (let i = 0; i < 5; i++) expect(await identify.everybodySignsIn()).toBe(true);
    expect(asked()).toBe(1);
  });
  it('is so at once when somebody has become the owner', async () => {
    const { identify } = made([false]);
    expect(await identify.everybodySignsIn()).toBe(false);
    identify.ownerMade();
    expect(await identify.everybodySignsIn()).toBe(true);
  });
});

describe('who asks', () => {
  const doors: Doors = {
    token: 't'.repeat(64),
    ways: { front: 'f'.repeat(64), address: null, trusted: new Set() },
    origins: () => new Set(),
    reach: () => null,
  };
  const through = async (identify: Identify, path: string) => {
    const headers = { host: '127.0.0.1:4600', cookie: '' };
    const request = {
      path,
      method: 'GET',
      headers,
      cookies: {},
      socket: { remoteAddress: '127.0.0.1' },
    } as unknown as Request;
    const response = { setHeader: () => undefined } as unknown as Response;
    await new Promise<void>((done, fail) => {
      sameOrigin(doors)(request, response, () => {
        identify.first(doors)(request, response, (error?: unknown) => {
          if (error) fail(error as Error);
          else done();
        });
      });
    });
    return askingOf(request).by;
  };
  it('is not asked where it is told whether Kanga is well, and what time it is: the database may be away', async () => {
    const { identify, asked } = made([away]);
    expect(await through(identify, ROUTES.health.path)).toBe('nobody');
    expect(await through(identify, ROUTES.clock.path)).toBe('nobody');
    expect(asked()).toBe(0);
    await expect(through(identify, ROUTES.shop.path)).rejects.toThrow('away');
  });
  it('is the one owner where nobody signs in, and nobody where people do and this one has not', async () => {
    expect(await through(made([false]).identify, ROUTES.shop.path)).toBe('alone');
    expect(await through(made([true]).identify, ROUTES.shop.path)).toBe('nobody');
  });
});
