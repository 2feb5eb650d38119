/** @jest-environment jsdom */
import { cleanup, render, screen, within } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { BUILT_IN_BLANKS } from '@kanga/core/blank';
import { openEdges, USUAL_PRESS, type Press } from '@kanga/core/shop';
import type { RunAtPress } from '@kanga/contract/bench';
import type { JobSummary } from '@kanga/contract/job';
import { IdlePresses } from './idle-presses.js';

const mockData: { jobs: JobSummary[] } = { jobs: [] };
jest.mock('@tanstack/react-query', () => ({
  useQuery: ({ queryKey: [key, asked] }: { queryKey: [string, { list: string; reached: string }?] }) => ({
    data:
      key === 'jobs'
        ? { jobs: mockData.jobs.filter(({ reached, status }) => reached === asked?.reached && status === asked.list) }
        : mockBlanks(),
  }),
}));
const mockBlanks = () => BUILT_IN_BLANKS;
jest.mock('../data/index.js', () => ({
  jobsQuery: (asked: unknown) => ({ queryKey: ['jobs', asked] }),
  blanksQuery: { queryKey: ['blanks'] },
  serverNow: () => '2026-11-28T10:00:00.000Z',
  shopDay: (moment: string) => moment.slice(0, 10),
  useShop: () => ({ settings: { dates: 'iso' } }),
}));
jest.mock('./plate-facts.js', () => ({ PlateFacts: () => <span>plate 25 °C</span> }));

const press = (id: string, change: Partial<Press> = {}): Press => ({
  ...USUAL_PRESS,
  id,
  name: `Press ${id}`,
  kind: 'clamshell',
  platen: { width: 400, depth: 500 },
  heatLimit: 220,
  remark: '',
  open: openEdges('clamshell'),
  check: null,
  ...change,
});
const blankOf = (family: string) => BUILT_IN_BLANKS.find((blank) => blank.family === family)?.id ?? null;
const job = (number: number, change: Partial<JobSummary> = {}): JobSummary => ({
  id: `job-${number}`,
  number,
  name: `Job of ${number}`,
  customer: '',
  due: null,
  pieces: 4,
  status: 'open',
  reached: 'stack',
  blankId: blankOf('tee'),
  blankName: 'Tee',
  pressId: null,
  artId: null,
  orderId: null,
  updatedAt: '2026-11-28T09:00:00.000Z',
  archivedAt: null,
  deletedAt: null,
  ...change,
});
const open = (presses: Press[], jobs: JobSummary[], behind: RunAtPress[] = [], alone = true) => {
  mockData.jobs = jobs;
  render(
    <MemoryRouter>
      <IdlePresses presses={presses} behind={behind} alone={alone} />
    </MemoryRouter>,
  );
};
const at = (name: string) => within(screen.getByRole('region', { name }));

afterEach(cleanup);

describe('presses that nothing lies in', () => {
  it('say what could go on each of them next: what is chosen for it, and what suits it', () => {
    open(
      [press('a'), press('mug', { kind: 'mug press', open: openEdges('mug press') })],
      [job(1), job(2, { blankId: blankOf('mug'), blankName: 'Mug' }), job(3, { pressId: 'a', due: '2026-11-30' })],
    );
    expect(
      at('Press a')
        .getAllByRole('link')
        .map(({ textContent }) => textContent),
    ).toEqual(['1 · Job of 1, 4 × Tee', '3 · Job of 3, 4 × Tee · due in 2 days']);
    expect(
      at('Press mug')
        .getAllByRole('link')
        .map(({ textContent }) => textContent),
    ).toEqual(['2 · Job of 2, 4 × Mug']);
  });
  it('name no job that is closed, or not as far as its stack', () => {
    open([press('a')], [job(1, { status: 'closed' }), job(2, { reached: 'art' })]);
    expect(at('Press a').getByText('No job is ready for it.')).toBeTruthy();
    expect(screen.getByText(/finish its stack first/)).toBeTruthy();
  });
  it('name three, and say how many more there are', () => {
    open(
      [press('a')],
      [1, 2, 3, 4, 5].map((n) => job(n)),
    );
    expect(at('Press a').getAllByRole('link')).toHaveLength(3);
    expect(at('Press a').getByText('and 2 more')).toBeTruthy();
  });
  it('say what was begun and waits, be its press here or not', () => {
    const run = (pressId: string): RunAtPress => ({
      jobId: 'r',
      jobNumber: 9,
      jobName: 'Begun',
      pressId,
      pieces: 6,
      pressed: 2,
      last: '2026-11-28T09:00:00.000Z',
    });
    open([press('a')], [], [run('a'), run('gone')]);
    expect(at('Press a').getByText('Begun: 9 · Begun, 2 of 6 pressed')).toBeTruthy();
    expect(screen.getAllByText('Begun: 9 · Begun, 2 of 6 pressed')).toHaveLength(2);
  });
  it('tell what a controller reads, or that nobody reads it', () => {
    open([press('a'), press('b', { controller: 'stand-in' })], []);
    expect(at('Press a').getByText(/read its heat at the press/)).toBeTruthy();
    expect(at('Press b').getByText('plate 25 °C')).toBeTruthy();
  });
  it('take one line each beneath a lane, with the next job alone', () => {
    open([press('a'), press('b')], [job(1), job(2)], [], false);
    expect(at('Press a').getAllByRole('link')).toHaveLength(1);
    expect(screen.queryByRole('heading')).toBeNull();
  });
  it('are nothing where there is none', () => {
    open([], []);
    expect(document.body.textContent).toBe('');
  });
});
