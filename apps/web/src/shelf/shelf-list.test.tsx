/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { BUILT_IN_BLANKS, type Blank } from '@kanga/core/blank';
import { unitPrinter } from '@kanga/core/units';
import { ShelfCard } from './shelf-card.js';
import { ShelfList } from './shelf-list.js';
import type { ShelfActs } from './use-shelf-acts.js';

const inches = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
const handed = jest.fn();
let mayChange = true;
jest.mock('../data/index.js', () => ({
  usePrint: () => inches,
  useMay: () => () => mayChange,
  rightOf: () => 'Change the shelf',
  handOver: (...words: unknown[]) => {
    handed(...words);
  },
  problemFrom: () => ({ title: '', remedy: '' }),
}));
jest.mock('react-router', () => ({
  Link: ({ to, children }: { to: string; children: unknown }) => <a href={to}>{children as string}</a>,
}));
jest.mock('../draw/index.js', () => ({ BlankGlyph: () => null }));

const acts = () => {
  const [add, save, addMany] = [jest.fn(), jest.fn(), jest.fn()];
  const all = { add: { mutate: add }, save: { mutate: save }, addMany: { mutate: addMany } };
  return { add, save, all: all as unknown as ShelfActs };
};
const shelf = BUILT_IN_BLANKS.slice(0, 6);
const named = (name: string): Blank => {
  const blank = BUILT_IN_BLANKS.find((one) => one.name === name);
  if (!blank) throw new Error(`no ${name}`);
  return blank;
};
const list = (all: ShelfActs) => render(<ShelfList blanks={shelf} acts={all} />);
const names = () =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((row) => within(row).getByRole('link').textContent);

afterEach(() => {
  cleanup();
  handed.mockClear();
});

describe('the shelf as a table', () => {
  it('tells sizes in the units of the shop', () => {
    list(acts().all);
    const row = screen.getAllByRole('row').find((one) => one.textContent.includes('Volunteer tee'));
    expect(row?.textContent).toContain('10.5 × 9 in');
  });
  it('is sorted by what is clicked, and the other way round when it is clicked again', () => {
    list(acts().all);
    expect(names()[0]).toBe('Crew sock on a jig');
    const stock = screen.getByRole('button', { name: 'In stock' });
    fireEvent.click(stock);
    expect(names()[0]).toBe('Drawstring bag');
    expect(screen.getByRole('columnheader', { name: /In stock/ }).getAttribute('aria-sort')).toBe('ascending');
    fireEvent.click(stock);
    expect(names()[0]).toBe('Fabric mask, two layers');
  });
  it('archives many at once, and exports just those that are chosen', async () => {
    const { save, all } = acts();
    list(all);
    fireEvent.click(screen.getByLabelText('Choose Drawstring bag'));
    fireEvent.click(screen.getByLabelText('Choose Crew sock on a jig'));
    expect(screen.getByText('2 chosen')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Export these as CSV' }));
    const [file, blob] = handed.mock.calls[0] as [string, Blob];
    expect(file).toBe('kanga-shelf.csv');
    expect((await textOf(blob)).trim().split('\n')).toHaveLength(3);
    fireEvent.click(screen.getByRole('button', { name: 'Archive' }));
    expect(save.mock.calls.map(([blank]) => (blank as Blank).name)).toEqual(['Crew sock on a jig', 'Drawstring bag']);
    expect(save.mock.calls.every(([blank]) => (blank as Blank).archived)).toBe(true);
    expect(screen.getByText('Choose blanks to change many at once.')).toBeTruthy();
  });
  it('chooses all, and none again', () => {
    list(acts().all);
    fireEvent.click(screen.getByLabelText('Choose all'));
    expect(screen.getByText('6 chosen')).toBeTruthy();
    fireEvent.click(screen.getByLabelText('Choose all'));
    expect(screen.queryByText('6 chosen')).toBeNull();
  });
});

/** What a blob holds: jsdom reads it with a reader alone. */
const textOf = (blob: Blob): Promise<string> =>
  new Promise((done) => {
    const reader = new FileReader();
    reader.onload = () => {
      done(String(reader.result));
    };
    reader.readAsText(blob);
  });

describe('a card of the shelf', () => {
  const card = (group: Blank[], all: ShelfActs) =>
    render(
      <ul>
        <ShelfCard group={group} acts={all} />
      </ul>,
    );
  it('opens by a click, and turns to another size of its range', () => {
    const tees = BUILT_IN_BLANKS.filter(({ range }) => range === 'Volunteer tee');
    card(tees, acts().all);
    expect(screen.getByRole('link').getAttribute('href')).toBe(`/shelf/${tees[0]?.id ?? ''}`);
    fireEvent.click(screen.getByRole('button', { name: tees[1]?.size ?? '' }));
    expect(screen.getByRole('link').getAttribute('href')).toBe(`/shelf/${tees[1]?.id ?? ''}`);
  });
  it('offers nothing to change to who may only look', () => {
    mayChange = false;
    render(<ShelfCard group={shelf.slice(0, 1)} acts={acts().all} />);
    mayChange = true;
    expect(screen.getByRole('link')).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });
  it('holds the rest in one menu', async () => {
    const { add, save, all } = acts();
    card([named('Drawstring bag')], all);
    const menu = await screen.findByRole('button', { name: 'More for Drawstring bag' });
    const choose = (name: string) => {
      fireEvent.keyDown(menu, { key: 'Enter' });
      fireEvent.click(screen.getByRole('menuitem', { name }));
    };
    choose('Duplicate');
    expect(add).toHaveBeenLastCalledWith(expect.objectContaining({ name: 'Drawstring bag, copy', archived: false }));
    choose('Add another size');
    expect(add).toHaveBeenLastCalledWith(expect.objectContaining({ range: 'Drawstring bag', size: 'new' }));
    expect(save).toHaveBeenLastCalledWith(expect.objectContaining({ range: 'Drawstring bag' }));
    choose('Archive');
    expect(save).toHaveBeenLastCalledWith(expect.objectContaining({ archived: true }));
  });
});
