/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { NextAction } from '@kanga/core/job';
import { Line } from './line.js';

const action = (more: Partial<NextAction> = {}): NextAction => ({
  stage: 'art',
  sentence: 'Sky.png prints at 300 pixels per inch.',
  label: 'On to Sheet',
  command: { kind: 'advance', to: 'sheet' },
  ...more,
});
const press = (key: string, more: object = {}) => fireEvent.keyDown(document.body, { key, ...more });

beforeEach(() => {
  jest.useFakeTimers({ now: 0 });
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

describe('the line', () => {
  it('is done by its button and by Enter from anywhere; other keys leave it', () => {
    const done = jest.fn();
    render(<Line action={action()} onAct={done} />);
    fireEvent.click(screen.getByRole('button', { name: /On to Sheet/ }));
    press('Enter');
    expect(done).toHaveBeenCalledTimes(2);
    press(' ');
    press('Enter', { ctrlKey: true });
    press('Enter', { repeat: true });
    expect(done).toHaveBeenCalledTimes(2);
  });
  it('leaves Enter to whoever writes', () => {
    const done = jest.fn();
    render(
      <>
        <textarea aria-label="Note" />
        <Line action={action()} onAct={done} />
      </>,
    );
    fireEvent.keyDown(screen.getByLabelText('Note'), { key: 'Enter' });
    expect(done).not.toHaveBeenCalled();
  });
  it('at the press takes Space, too, and nothing within half a second of what was offered before', () => {
    const done = jest.fn();
    render(<Line action={action({ label: 'Opened' })} onAct={done} loud />);
    press(' ');
    expect(done).not.toHaveBeenCalled();
    act(() => {
      jest.advanceTimersByTime(600);
    });
    press(' ');
    expect(done).toHaveBeenCalledTimes(1);
  });
  it('offers no button where something has to be chosen first', () => {
    const done = jest.fn();
    render(<Line action={action({ command: { kind: 'choose', stage: 'art' }, label: 'Fix it above' })} onAct={done} />);
    expect(screen.queryByRole('button')).toBeNull();
    press('Enter');
    expect(done).not.toHaveBeenCalled();
    expect(screen.getByText('Fix it above')).toBeTruthy();
  });
  it('asks before what is hardly ever meant: no key does it, and cancelling does nothing', () => {
    const done = jest.fn();
    const sure = { title: 'Close the press on a cold plate?', why: 'It comes out pale.', label: 'Close it cold' };
    render(<Line action={action({ label: 'Close it cold…', sure })} onAct={done} />);
    press('Enter');
    expect(screen.queryByRole('dialog')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Close it cold…' }));
    fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(done).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole('button', { name: 'Close it cold…' }));
    fireEvent.click(screen.getByRole('button', { name: 'Close it cold' }));
    expect(done).toHaveBeenCalledTimes(1);
  });
});
