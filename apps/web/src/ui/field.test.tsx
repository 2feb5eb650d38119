/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { formatLength, parseLength } from '@kanga/core/units';
import { Choice, ParsedField, Select, UndoRedo } from './index.js';

afterEach(cleanup);

function width(onValue: (mm: number) => void) {
  return (
    <ParsedField
      label="Width"
      shown={formatLength(100, 'in')}
      parse={(text) => parseLength(text, 'in')}
      limits={(mm) => (mm <= 500 ? null : 'At most 19.7 in.')}
      onValue={onValue}
    />
  );
}
const write = (text: string) => {
  fireEvent.change(screen.getByLabelText('Width'), { target: { value: text } });
};
const box = () => screen.getByLabelText<HTMLInputElement>('Width');

describe('a field that is read', () => {
  it('gives the value when it is left or Enter is pressed, in any unit that reads', () => {
    const value = jest.fn();
    render(width(value));
    write('19 cm');
    fireEvent.blur(box());
    expect(value).toHaveBeenLastCalledWith(190);
    write('7 1/2');
    fireEvent.keyDown(box(), { key: 'Enter' });
    expect(value).toHaveBeenLastCalledWith(expect.closeTo(190.5, 6));
  });
  it('keeps what does not read, and says why and how to write it', () => {
    const value = jest.fn();
    render(width(value));
    write('wide');
    fireEvent.blur(box());
    expect(value).not.toHaveBeenCalled();
    expect(box().value).toBe('wide');
    expect(screen.getByRole('alert').textContent).toMatch(/“wide” does not read as a length\. Write it like/);
    expect(box().getAttribute('aria-invalid')).toBe('true');
  });
  it('keeps what is beyond its limits, and Escape brings back what was there', () => {
    const value = jest.fn();
    render(width(value));
    write('40 in');
    fireEvent.blur(box());
    expect(screen.getByRole('alert').textContent).toBe('At most 19.7 in.');
    fireEvent.keyDown(box(), { key: 'Escape' });
    expect(box().value).toBe(formatLength(100, 'in'));
    expect(screen.queryByRole('alert')).toBeNull();
    expect(value).not.toHaveBeenCalled();
  });
  it('tells nothing when it was left as it was', () => {
    const value = jest.fn();
    render(width(value));
    fireEvent.blur(box());
    write(formatLength(100, 'in'));
    fireEvent.blur(box());
    expect(value).not.toHaveBeenCalled();
  });
});

describe('choices', () => {
  it('are radio buttons under one name, whether that is seen or not', () => {
    const change = jest.fn();
    const options = [
      { value: 'cards', label: 'Cards' },
      { value: 'table', label: 'Table' },
    ] as const;
    render(<Choice bare label="Look" value="cards" options={options} onChange={change} />);
    expect(screen.getByRole('group', { name: 'Look' })).toBeTruthy();
    expect(screen.getByRole<HTMLInputElement>('radio', { name: 'Cards' }).checked).toBe(true);
    fireEvent.click(screen.getByRole('radio', { name: 'Table' }));
    expect(change).toHaveBeenCalledWith('table');
  });
  it('from a list give only what is in it', () => {
    const change = jest.fn();
    const options = [
      { value: 'mug', label: 'Mug' },
      { value: 'tile', label: 'Tile' },
    ] as const;
    render(<Select label="Kind" value="mug" options={options} onChange={change} />);
    fireEvent.change(screen.getByLabelText('Kind'), { target: { value: 'tile' } });
    expect(change).toHaveBeenCalledWith('tile');
    fireEvent.change(screen.getByLabelText('Kind'), { target: { value: 'nothing' } });
    expect(change).toHaveBeenCalledTimes(1);
  });
});

describe('undo and redo', () => {
  it('stand together, each as far as there is something', () => {
    const [undo, redo] = [jest.fn(), jest.fn()];
    render(<UndoRedo canUndo canRedo={false} onUndo={undo} onRedo={redo} />);
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    fireEvent.click(screen.getByRole('button', { name: 'Redo' }));
    expect([undo.mock.calls.length, redo.mock.calls.length]).toEqual([1, 0]);
  });
});
