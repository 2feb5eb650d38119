/** @jest-environment jsdom */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, fireEvent, render, renderHook, screen, waitFor } from '@testing-library/react';
import type { JobSummary } from '@kanga/contract/job';
import { DoneStrip, JobActs, usePutAway, type Done } from './put-away.js';

const mockCall = jest.fn();
jest.mock('../data/index.js', () => ({
  call: (...sent: unknown[]) => mockCall(...sent) as unknown,
  jobsQuery: { queryKey: ['jobs'] },
  queryClient: { invalidateQueries: () => Promise.resolve() },
}));

const job = (change: Partial<JobSummary> = {}): JobSummary =>
  ({ id: 'j', number: 7, name: 'Club shirts', archivedAt: null, deletedAt: null, ...change }) as JobSummary;
const acts = (change: Partial<JobSummary>) => {
  const done = jest.fn<undefined, [Done]>();
  render(<JobActs job={job(change)} busy={false} onAct={done} />);
  return done;
};

beforeEach(() => mockCall.mockReset().mockResolvedValue({}));
afterEach(cleanup);

describe('what can be done with a job as a whole', () => {
  it.each([
    [{}, 'Archive job 7', 'archive'],
    [{}, 'Delete job 7', 'delete'],
    [{ archivedAt: '2026-11-01' }, 'Restore from the archive: job 7', 'unarchive'],
    [{ deletedAt: '2026-11-01' }, 'Restore job 7', 'undelete'],
  ] as const)('with %j: %s', (change, name, what) => {
    const done = acts(change);
    fireEvent.click(screen.getByRole('button', { name }));
    expect(done.mock.calls[0]?.[0].act).toBe(what);
  });
  it('is nothing but to restore it once it is deleted', () => {
    acts({ deletedAt: '2026-11-01', archivedAt: '2026-10-01' });
    expect(screen.getAllByRole('button')).toHaveLength(1);
  });
  it.each([
    ['archive', 'archiveJob', { id: 'j', body: { archived: true } }],
    ['unarchive', 'archiveJob', { id: 'j', body: { archived: false } }],
    ['delete', 'deleteJob', { id: 'j' }],
    ['undelete', 'undeleteJob', { id: 'j' }],
  ] as const)('asks the server to %s it by %s, and says so when it is done', async (what, name, sent) => {
    const said = jest.fn();
    const { result } = renderHook(() => usePutAway(said), {
      wrapper: ({ children }) => <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>,
    });
    act(() => {
      result.current.mutate({ job: job(), act: what });
    });
    await waitFor(() => {
      expect(said).toHaveBeenCalledWith({ job: job(), act: what });
    });
    expect(mockCall).toHaveBeenCalledWith(name, sent);
  });
  it.each([
    ['archive', 'unarchive'],
    ['unarchive', 'archive'],
    ['delete', 'undelete'],
    ['undelete', 'delete'],
  ] as const)('%s has its way back, which is to %s', (what, back) => {
    const undo = jest.fn();
    render(<DoneStrip done={{ job: job(), act: what }} onUndo={undo} onClose={jest.fn()} />);
    expect(screen.getByRole('status').textContent).toContain('Job 7, Club shirts,');
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    expect(undo).toHaveBeenCalledWith({ job: job(), act: back });
  });
});
