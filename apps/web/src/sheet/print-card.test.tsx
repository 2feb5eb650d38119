/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { TICKS } from '@kanga/core/sheet';
import { USUAL_CARD, USUAL_INKS, type Media, type Printer } from '@kanga/core/shop';
import { PrintCard, type CardAnswer } from './print-card.js';

const mockSettings = { nozzlesFirst: false };
jest.mock('../data/index.js', () => ({ useShop: () => ({ settings: mockSettings }) }));

const printer: Printer = {
  id: 'p',
  name: 'Desk printer',
  mirroredBy: 'kanga',
  dye: 'ink',
  resolution: 360,
  address: null,
  inks: USUAL_INKS,
  mirrorTest: null,
};
const media: Media = {
  id: 'm',
  printerId: 'p',
  name: 'Letter sheets',
  kind: 'cut',
  width: 215.9,
  length: 279.4,
  margins: { top: 3, right: 3, bottom: 12, left: 3 },
  left: null,
  price: null,
  card: { ...USUAL_CARD, paperKind: 'Matte, heavy' },
  offcut: false,
};
const open = (more: Partial<Parameters<typeof PrintCard>[0]> = {}) => {
  const done = jest.fn<undefined, [CardAnswer]>();
  render(
    <PrintCard
      media={media}
      printer={printer}
      busy={false}
      problem={null}
      onDone={done}
      onCancel={jest.fn()}
      {...more}
    />,
  );
  return done;
};
const make = () => screen.getByRole<HTMLButtonElement>('button', { name: /print|Making/ });
const tickAll = () => {
  for (const box of screen.getAllByRole('checkbox')) fireEvent.click(box);
};

beforeEach(() => {
  mockSettings.nozzlesFirst = false;
  localStorage.clear();
});
afterEach(cleanup);

describe('the print card', () => {
  it('has a line for everything that the driver forgets, with what this paper wants', () => {
    open();
    expect(screen.getAllByRole('checkbox')).toHaveLength(TICKS.length);
    expect(screen.getByText('Matte, heavy')).toBeTruthy();
  });
  it('prints nothing until every line is ticked, the nozzles are spoken of and somebody says who', () => {
    const done = open();
    expect(make().disabled).toBe(true);
    tickAll();
    expect(make().disabled).toBe(true);
    fireEvent.click(screen.getByRole('radio', { name: 'Not checked' }));
    expect(make().disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Operator'), { target: { value: ' Tam ' } });
    expect(make().disabled).toBe(false);
    fireEvent.click(screen.getAllByRole('checkbox')[2] as HTMLElement);
    expect(make().disabled).toBe(true);
    fireEvent.submit(make());
    expect(done).not.toHaveBeenCalled();
    fireEvent.click(screen.getAllByRole('checkbox')[2] as HTMLElement);
    fireEvent.click(make());
    const [answer] = done.mock.calls[0] ?? [];
    expect(answer).toMatchObject({ by: 'Tam', nozzles: 'not checked' });
    expect([...(answer?.ticks ?? [])].sort()).toEqual([...TICKS].sort());
  });
  it('remembers who printed last at this screen', () => {
    open();
    tickAll();
    fireEvent.click(screen.getByRole('radio', { name: 'Printed, no gaps' }));
    fireEvent.change(screen.getByLabelText('Operator'), { target: { value: 'Ines' } });
    fireEvent.click(make());
    cleanup();
    open();
    expect(screen.getByLabelText<HTMLInputElement>('Operator').value).toBe('Ines');
    expect(screen.getAllByRole<HTMLInputElement>('checkbox').some(({ checked }) => checked)).toBe(false);
  });
  it('takes no unchecked nozzles in a house that prints nothing without a check', () => {
    mockSettings.nozzlesFirst = true;
    open();
    expect(screen.queryByRole('radio', { name: 'Not checked' })).toBeNull();
    expect(screen.getByText(/prints nothing without a check/)).toBeTruthy();
  });
  it('keeps what was ticked while the server refuses, and says why', () => {
    open({ problem: { code: 'x', title: 'The disk is nearly full', remedy: 'Make room.', faults: [] }, busy: true });
    expect(screen.getByRole('alert').textContent).toBe('The disk is nearly full. Make room.');
    expect(make().disabled).toBe(true);
  });
});
