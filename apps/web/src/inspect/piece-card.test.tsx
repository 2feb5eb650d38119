/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { faultOf } from '@kanga/core/inspect';
import type { JobView } from '@kanga/core/job';
import { PieceCard } from './piece-card.js';

jest.mock('../draw/index.js', () => ({
  FaultPicker: ({ onFault }: { onFault: (fault: string) => void }) => (
    <button
      type="button"
      onClick={() => {
        onFault('ghost');
      }}
    >
      a ghost
    </button>
  ),
  FaultPicture: () => null,
  Ripening: () => null,
}));
jest.mock('./photo-field.js', () => ({ PhotoField: () => null }));
jest.mock('./spot-picture.js', () => ({
  SpotPicture: ({ onSpot }: { onSpot?: (spot: object) => void }) => (
    <button
      type="button"
      onClick={() => {
        onSpot?.({ side: 0, across: 0.25, down: 0.5 });
      }}
    >
      there
    </button>
  ),
}));

const view = { job: { id: 'j' } } as JobView;
const open = (more: Partial<Parameters<typeof PieceCard>[0]> = {}) => {
  const [good, spoiled] = [jest.fn(), jest.fn()];
  render(
    <ul>
      <PieceCard
        view={view}
        piece={2}
        verdict={null}
        missed={[]}
        locked={false}
        onGood={good}
        onSpoiled={spoiled}
        {...more}
      />
    </ul>,
  );
  return { good, spoiled };
};
const press = (name: string | RegExp) => {
  fireEvent.click(screen.getByRole('button', { name }));
};

afterEach(cleanup);

describe('the card of a piece', () => {
  it('is called good by one press when it was pressed as planned', () => {
    const { good } = open();
    expect(screen.getByText('not judged')).toBeTruthy();
    press('Piece 3 is good');
    expect(good).toHaveBeenCalledTimes(1);
  });
  it('asks once more when it was not, and takes no for an answer', () => {
    const { good } = open({ missed: ['12 s less', 'another press'] });
    press('Piece 3 is good');
    expect(good).not.toHaveBeenCalled();
    expect(within(screen.getByRole('dialog')).getByText(/proves nothing about the planned settings/)).toBeTruthy();
    press('Cancel');
    expect(screen.queryByRole('dialog')).toBeNull();
    press('Piece 3 is good');
    press('Good anyway');
    expect(good).toHaveBeenCalledTimes(1);
  });
  it('is spoiled by a fault, where it is pointed at, with what somebody writes', () => {
    const { spoiled } = open();
    press('Piece 3 is spoiled');
    const dialog = within(screen.getByRole('dialog'));
    expect(dialog.getByRole<HTMLButtonElement>('button', { name: 'It is spoiled' }).disabled).toBe(true);
    press('a ghost');
    expect(dialog.getByText(faultOf('ghost').causes, { exact: false })).toBeTruthy();
    fireEvent.change(dialog.getByLabelText('Note'), { target: { value: '  left sleeve ' } });
    press('there');
    press('It is spoiled');
    expect(spoiled).toHaveBeenCalledWith({
      fault: 'ghost',
      note: 'left sleeve',
      spot: { side: 0, across: 0.25, down: 0.5 },
      photo: null,
    });
    expect(screen.queryByRole('dialog')).toBeNull();
  });
  it('lets a fault that was picked by mistake be picked again', () => {
    open();
    press('Piece 3 is spoiled');
    press('a ghost');
    press('Another fault');
    expect(screen.getByRole('button', { name: 'a ghost' })).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'It is spoiled' }).disabled).toBe(true);
  });
  it('shows what was found, and offers nothing once the job is closed', () => {
    open({
      locked: true,
      verdict: {
        id: 'v',
        at: '2026-11-02T09:00:00.000Z',
        by: null,
        kind: 'verdict',
        piece: 2,
        verdict: 'spoiled',
        fault: 'ghost',
        note: 'twice',
        spot: null,
        photo: '0b7c0f0e-3b1d-4a55-9f3e-0d8c3a2b1c4d',
      },
    });
    expect(screen.getByText(/✕/).textContent).toContain(faultOf('ghost').seen);
    expect(screen.getByText('“twice”')).toBeTruthy();
    expect(screen.getByRole<HTMLImageElement>('img', { name: 'Photograph of piece 3' }).src).toMatch(
      /\/api\/photos\/0b7c0f0e-3b1d-4a55-9f3e-0d8c3a2b1c4d$/,
    );
    expect(screen.queryByRole('button')).toBeNull();
  });
});
