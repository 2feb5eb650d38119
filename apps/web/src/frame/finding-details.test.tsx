/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { Finding, FindingGroup } from '@kanga/core/finding';
import { Details, groupTitle } from './finding-details.js';

jest.mock('../data/index.js', () => ({ useDay: () => (moment: string) => `day of ${moment}` }));

const finding = (change: Partial<Finding> = {}): Finding => ({
  code: 'art.low',
  severity: 'stop',
  title: 'The picture is too small',
  why: 'It has 60 pixels per inch.',
  remedy: 'Take a larger one.',
  where: { stage: 'art' },
  waivable: true,
  ...change,
});
const groupOf = (...findings: [Finding, ...Finding[]]): FindingGroup =>
  ({ findings, sides: findings.flatMap(({ where }) => where.sideName ?? []) }) as FindingGroup;
const open = (group: FindingGroup, more: Partial<Parameters<typeof Details>[0]> = {}) => {
  const [close, waive] = [jest.fn(), jest.fn()];
  render(<Details group={group} waiver={undefined} close={close} onWaive={waive} actions={{}} {...more} />);
  return { close, waive };
};

afterEach(cleanup);

describe('what a finding tells', () => {
  it('is why and what to do', () => {
    open(groupOf(finding()));
    expect(document.body.textContent).toContain('Why. It has 60 pixels per inch.');
    expect(document.body.textContent).toContain('What to do. Take a larger one.');
  });
  it('is said once for sides that have the same, and by side where they differ', () => {
    const front = finding({ where: { stage: 'art', sideName: 'front' } });
    const back = finding({ where: { stage: 'art', sideName: 'back' } });
    open(groupOf(front, back));
    expect(screen.getAllByText(/60 pixels/)).toHaveLength(1);
    expect(groupTitle(groupOf(front, back))).toBe('The picture is too small · front, back');
    cleanup();
    open(groupOf(front, { ...back, why: 'It has 40 pixels per inch.' }));
    expect(screen.getByRole('heading', { name: 'front' })).toBeTruthy();
    expect(screen.getByRole('heading', { name: 'back' })).toBeTruthy();
  });
  it('is waived with a reason, and with no other', () => {
    const { waive, close } = open(groupOf(finding()));
    const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Waive it' });
    expect(button.disabled).toBe(true);
    const reason = screen.getByLabelText(/Say why/);
    fireEvent.change(reason, { target: { value: '   ' } });
    expect(button.disabled).toBe(true);
    fireEvent.submit(button);
    expect(waive).not.toHaveBeenCalled();
    fireEvent.change(reason, { target: { value: ' a rag, as ordered ' } });
    fireEvent.click(button);
    expect(waive).toHaveBeenCalledWith('art.low', 'a rag, as ordered');
    expect(close).toHaveBeenCalled();
  });
  it.each([
    ['what cannot be waived', { waivable: false }, undefined],
    ['what is only a note', { severity: 'note' as const }, undefined],
    ['what was waived', {}, { code: 'art.low', reason: 'as ordered', at: '2026-11-02' }],
  ])('offers no waiver of %s', (_, change, waiver) => {
    const { close } = open(groupOf(finding(change)), { waiver });
    expect(screen.queryByLabelText(/Say why/)).toBeNull();
    if (waiver) expect(screen.getByText(/Waived on day of 2026-11-02: “as ordered”/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Close' }));
    expect(close).toHaveBeenCalled();
  });
  it('does what can be done from here, and closes', () => {
    const act = jest.fn();
    const { close } = open(groupOf(finding()), { actions: { 'art.low': [{ label: 'Draw it smaller', act }] } });
    fireEvent.click(screen.getByRole('button', { name: 'Draw it smaller' }));
    expect(act).toHaveBeenCalled();
    expect(close).toHaveBeenCalled();
  });
});
