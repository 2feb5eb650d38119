/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, renderHook, screen } from '@testing-library/react';
import { useEffect, useState } from 'react';
import { BUILT_IN_BLANKS, descriptionOf } from '@kanga/core/blank';
import { boundsOf } from '@kanga/core/geometry';
import { unitPrinter } from '@kanga/core/units';
import { OutlineTools } from './outline-tools.js';
import { useDraft } from './use-draft.js';

const mockPrint = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
const mockHandOver = jest.fn();
jest.mock('../data/index.js', () => ({
  usePrint: () => mockPrint,
  handOver: (...sent: unknown[]) => {
    mockHandOver(...sent);
  },
}));

const [first] = BUILT_IN_BLANKS;
if (!first) throw new Error('the shelf is empty');
const start = {
  ...descriptionOf(first),
  name: 'Square, one side',
  sides: [
    { name: 'front', outline: { kind: 'rectangle' as const, width: 203.2, height: 101.6, radius: 0 }, keepOuts: [] },
  ],
};
const held: { draft: ReturnType<typeof useDraft> | null } = { draft: null };
function Bench() {
  const [picked, onPick] = useState<number | null>(null);
  const own = useDraft(start);
  useEffect(() => {
    held.draft = own;
  });
  return <OutlineTools draft={own} picked={picked} onPick={onPick} />;
}
const press = (name: string | RegExp) => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const draft = () => {
  if (!held.draft) throw new Error('nothing is drawn yet');
  return held.draft;
};
const keepOuts = () => draft().shown?.keepOuts ?? [];

afterEach(() => {
  cleanup();
  mockHandOver.mockReset();
});

describe('the tools of an outline', () => {
  it('say how large it is, in the shop’s units', () => {
    render(<Bench />);
    expect(screen.getByText(mockPrint.size(203.2, 101.6))).toBeTruthy();
  });
  it('grow it by what a ruler shows, and undo takes that back', () => {
    render(<Bench />);
    press('Grow 1/16 in');
    // 203.2 mm and twice a sixteenth of an inch, by the definition of the inch.
    const grown = draft().shown?.outline;
    expect(boundsOf(grown?.kind === 'polygon' ? grown.points : []).width).toBeCloseTo(206.375, 2);
    act(() => {
      draft().undo?.();
    });
    expect(draft().shown?.outline).toEqual(start.sides[0]?.outline);
    expect(draft().undo).toBeNull();
    act(() => {
      draft().redo?.();
    });
    expect(draft().shown?.outline.kind).toBe('polygon');
  });
  it('add what is kept out, set it by figures, hang it off the plate and remove it', () => {
    render(<Bench />);
    fireEvent.change(screen.getByLabelText('Keep out'), { target: { value: 'zip' } });
    press('Add it');
    expect(keepOuts().map(({ kind }) => kind)).toContain('zip');
    const wide = screen.getByLabelText('Wide');
    fireEvent.change(wide, { target: { value: '2 in' } });
    fireEvent.blur(wide);
    expect(boundsOf(keepOuts()[0]?.area ?? []).width).toBeCloseTo(50.8, 6);
    const off = keepOuts()[0]?.hangsOff;
    fireEvent.click(screen.getByLabelText('off the plate'));
    expect(keepOuts()[0]?.hangsOff).toBe(!off);
    press('Remove the zip');
    expect(keepOuts()).toEqual([]);
    expect(screen.queryByLabelText('Wide')).toBeNull();
  });
  it.each([
    ['0', /^From 0\.0197 in to 118\.11 in\.$/],
    ['broad', /does not read as a length/],
  ])('takes no keep-out that is “%s” wide, and keeps what was written', (text, said) => {
    render(<Bench />);
    press('Add it');
    const before = keepOuts();
    const wide = screen.getByLabelText<HTMLInputElement>('Wide');
    fireEvent.change(wide, { target: { value: text } });
    fireEvent.blur(wide);
    expect(screen.getByRole('alert').textContent).toMatch(said);
    expect(wide.value).toBe(text);
    expect(keepOuts()).toEqual(before);
  });
  it('mirror it to another side, and remove that again', () => {
    render(<Bench />);
    press('Mirror to another side');
    expect(draft().blank.sides.map(({ name }) => name)).toEqual(['front', 'back']);
    expect(draft().side).toBe(1);
    press('Remove this side');
    expect(draft().blank.sides).toHaveLength(1);
    expect(screen.queryByRole('button', { name: 'Remove this side' })).toBeNull();
  });
  it('export it as files that are named after the blank', () => {
    render(<Bench />);
    press('SVG');
    press('DXF');
    expect(mockHandOver.mock.calls.map(([name]: unknown[]) => name)).toEqual([
      'square-one-side.svg',
      'square-one-side.dxf',
    ]);
  });
});

describe('a draft', () => {
  it('takes nudges in a row back in one step', () => {
    const { result } = renderHook(() => useDraft(start));
    act(() => {
      result.current.change({ name: 'a' });
    });
    act(() => {
      result.current.change({ name: 'ab' }, true);
      result.current.change({ name: 'abc' }, true);
    });
    expect(result.current.blank.name).toBe('abc');
    act(() => {
      result.current.undo?.();
    });
    expect(result.current.blank.name).toBe('Square, one side');
    expect(result.current.changed).toBe(false);
  });
});
