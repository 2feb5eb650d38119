/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import type { Finding } from '@kanga/core/finding';
import { Findings, Notes } from './findings.js';

const finding = (code: string, severity: Finding['severity'], more: Partial<Finding> = {}): Finding => ({
  ...{ code, severity, title: `About ${code}`, why: `Since ${code}.`, remedy: `Mend ${code}.`, waivable: true },
  where: { stage: 'stack' },
  ...more,
});
const of = (sideName: string) => ({ where: { stage: 'art' as const, sideName } });

jest.mock('../data/index.js', () => ({ useDay: () => (moment: string) => moment }));

afterEach(cleanup);

describe('the row of findings', () => {
  it('holds what has to be mended, each group once with its sides, and no notes', () => {
    const seam = (side: string) => finding('seam', 'fix', { title: 'The seam is busy', ...of(side) });
    render(<Findings findings={[seam('front'), seam('back'), finding('hot', 'note')]} />);
    const chips = within(screen.getByRole('region', { name: 'Findings' })).getAllByRole('button');
    expect(chips.map((chip) => chip.textContent)).toEqual(['Worth fixing:The seam is busy · front, back']);
  });
  it('is not there when there are only notes, or nothing', () => {
    const { container } = render(<Findings findings={[finding('hot', 'note')]} />);
    expect(container.textContent).toBe('');
  });
  it('shows three, and of more of them two and a way to all', () => {
    const codes = ['a', 'b', 'c', 'd', 'e'];
    const { rerender } = render(<Findings findings={codes.slice(0, 3).map((code) => finding(code, 'fix'))} />);
    expect(screen.getAllByRole('button')).toHaveLength(3);
    rerender(<Findings findings={codes.map((code) => finding(code, 'fix'))} />);
    expect(screen.getAllByRole('button').map((one) => one.textContent)).toEqual([
      'Worth fixing:About a',
      'Worth fixing:About b',
      '3 more…',
    ]);
    fireEvent.click(screen.getByText('3 more…'));
    const list = screen.getByRole('dialog');
    expect(within(list).getAllByText(/^About/)).toHaveLength(5);
    fireEvent.click(within(list).getByText('About d'));
    expect(screen.getByRole('dialog').textContent).toContain('Why. Since d.');
    expect(screen.getByRole('dialog').textContent).toContain('What to do. Mend d.');
  });
  it('waives a stop only with a reason, and says so afterwards', () => {
    const waive = jest.fn();
    const { rerender } = render(<Findings findings={[finding('dark', 'stop')]} onWaive={waive} />);
    fireEvent.click(screen.getByText('About dark'));
    const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Waive it' });
    expect(button.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/Go on anyway/), { target: { value: '  to show a customer ' } });
    fireEvent.click(button);
    expect(waive).toHaveBeenCalledWith('dark', 'to show a customer');
    rerender(
      <Findings
        findings={[finding('dark', 'stop')]}
        waivers={[{ code: 'dark', reason: 'to show a customer', at: '2026-11-28T10:00:00Z' }]}
      />,
    );
    expect(screen.getByText('About dark (waived)')).toBeTruthy();
  });
  it('never offers to waive what cannot be', () => {
    render(<Findings findings={[finding('no-blank', 'stop', { waivable: false })]} onWaive={jest.fn()} />);
    fireEvent.click(screen.getByText('About no-blank'));
    expect(screen.queryByLabelText(/Go on anyway/)).toBeNull();
    expect(within(screen.getByRole('dialog')).getByRole('button', { name: 'Close' })).toBeTruthy();
  });
});

describe('notes', () => {
  it('fold to a count, and open as a list; one alone opens by itself', () => {
    const { rerender } = render(<Notes findings={[finding('a', 'note'), finding('b', 'note'), finding('c', 'fix')]} />);
    fireEvent.click(screen.getByText('2 notes'));
    expect(
      within(screen.getByRole('dialog'))
        .getAllByText(/^About/)
        .map((one) => one.textContent),
    ).toEqual(['About a', 'About b']);
    fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' });
    rerender(<Notes findings={[finding('a', 'note')]} />);
    fireEvent.click(screen.getByText('1 note'));
    expect(within(screen.getByRole('dialog')).getByRole('heading').textContent).toBe('About a');
  });
  it('are not there when there are none', () => {
    const { container } = render(<Notes findings={[finding('c', 'stop')]} />);
    expect(container.textContent).toBe('');
  });
});
