import type { Problem } from '@kanga/contract/finding';
import type { JobSummary } from '@kanga/contract/job';
import type { Me, Person } from '@kanga/contract/people';
import { letIn, nobodyLetIn, tabletOf, TestBrowser, withOwner } from './test-browser';
import { useServer } from './test-server';

const server = useServer();
nobodyLetIn(server);

describe('who lets people in and is no owner', () => {
  it('gives no right that they have not, and does not change how an owner comes in', async () => {
    const owner = await withOwner(server);
    const { browser, person } = await letIn(owner, 'viewer', 'Odo');
    await owner.ask('PUT', `people/${person.id}`, { name: 'Odo', role: 'viewer', rights: ['look', 'people'] });
    const wren = (await owner.ask<Person[]>('GET', 'people')).body.find(({ role }) => role === 'owner');
    const above = async (method: string, path: string, body?: unknown) =>
      (await browser.ask(method, path, body)).body.code;
    expect([
      await above('POST', 'people', { name: 'Accomplice', role: 'owner' }),
      await above('POST', 'people', { name: 'Accomplice', role: 'planner' }),
      await above('PUT', `people/${person.id}`, { name: 'Odo', role: 'owner', rights: [] }),
      await above('PUT', `people/${person.id}`, { name: 'Odo', role: 'viewer', rights: ['look', 'people', 'shop'] }),
      await above('POST', `people/${wren?.id ?? ''}/invitation`),
      await above('PUT', `people/${wren?.id ?? ''}/pin`, { pin: '4071' }),
      await above('POST', `people/${wren?.id ?? ''}/badge`),
      await above('POST', `people/${wren?.id ?? ''}/erase`),
      await above('DELETE', `people/${wren?.id ?? ''}`),
    ]).toEqual(Array.from({ length: 9 }, () => 'person.above'));
    expect((await browser.ask('POST', 'people', { name: 'Guest', role: 'viewer' })).status).toBe(201);
  });
});

describe('a tablet at the bench', () => {
  it('is used by touch and PIN or by badge, and what is entered is theirs', async () => {
    const owner = await withOwner(server);
    const { person } = await letIn(owner, 'presser', 'Odo');
    await owner.ask('PUT', `people/${person.id}/pin`, { pin: '4071' });
    const { body: made } = await owner.ask<{ badge: string }>('POST', `people/${person.id}/badge`);
    const tablet = await tabletOf(owner);
    expect((await tablet.ask<{ name: string }[]>('GET', 'me/tablet/people')).body).toEqual([
      { id: person.id, name: 'Odo', pin: true },
    ]);
    expect((await tablet.ask('GET', 'shop')).status).toBe(401);
    expect((await tablet.ask<Me>('POST', 'me/tablet/pin', { person: person.id, pin: '4071' })).body).toMatchObject({
      person: { name: 'Odo', rights: ['look', 'press'] },
      tablet: { name: 'Left bench' },
    });
    expect((await tablet.ask('GET', 'shop')).status).toBe(200);
    expect((await tablet.ask<Me>('POST', 'me/tablet/badge', { badge: made.badge })).body.person?.name).toBe('Odo');
    // Neither is worth anything at a device that is none.
    expect((await new TestBrowser(server.url).ask('POST', 'me/tablet/badge', { badge: made.badge })).status).toBe(403);
    expect(
      (await new TestBrowser(server.url).ask('POST', 'me/tablet/pin', { person: person.id, pin: '4071' })).status,
    ).toBe(403);
    const { body: jobs } = await tablet.ask<{ jobs: JobSummary[] }>('GET', 'jobs?list=open');
    const job = jobs.jobs.find(({ reached }) => reached === 'press' || reached === 'stack');
    if (!job) throw new Error('no job to press');
    await tablet.ask('POST', `jobs/${job.id}/plan`);
    const event = {
      id: person.id.replace(/^./, '9'),
      at: new Date().toISOString(),
      by: 'Somebody else',
      kind: 'guide',
      guidance: 'every step',
    };
    const sent = await tablet.ask<{ events: { by: string }[] } & Problem>('POST', `jobs/${job.id}/events`, {
      events: [event],
      since: 0,
    });
    expect([sent.status, sent.text]).toEqual([200, expect.stringContaining('"by":"Odo"')]);
  });

  it('that was taken away is none, and nobody is at it', async () => {
    const owner = await withOwner(server);
    const { person } = await letIn(owner, 'presser', 'Odo');
    await owner.ask('PUT', `people/${person.id}/pin`, { pin: '4071' });
    const tablet = await tabletOf(owner);
    await tablet.ask('POST', 'me/tablet/pin', { person: person.id, pin: '4071' });
    const [one] = (await owner.ask<{ id: string }[]>('GET', 'tablets')).body;
    await owner.ask('DELETE', `tablets/${one?.id ?? ''}`);
    expect((await tablet.ask('GET', 'shop')).status).toBe(401);
    expect((await tablet.ask('POST', 'me/tablet/pin', { person: person.id, pin: '4071' })).status).toBe(403);
  });
});
