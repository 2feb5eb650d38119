/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { INK_NAMES, openEdges, USUAL_CARD, USUAL_PRESS } from '@kanga/core/shop';
import { unitPrinter } from '@kanga/core/units';
import type { MediaWords, PressWords, PrinterWords } from '@kanga/contract/shop';
import { pressWhenRight, write } from '../testing/index.js';
import { MediaForm } from './media-form.js';
import { PressForm } from './press-form.js';
import { PrinterForm } from './printer-form.js';

const inches = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
jest.mock('../data/index.js', () => ({ usePrint: () => inches }));

const press: PressWords = {
  ...USUAL_PRESS,
  name: 'Side press',
  kind: 'clamshell',
  platen: { width: 381, depth: 508 },
  heatLimit: 210,
  opening: 25.4,
  open: openEdges('clamshell'),
  pads: [{ kind: 'foam', width: 254, depth: 254, thickness: 12.7 }],
  remark: '',
  check: null,
};
const printer: PrinterWords = {
  name: 'Desk printer',
  mirroredBy: 'kanga',
  dye: 'ink',
  resolution: 360,
  address: null,
  inks: INK_NAMES.map((name) => ({ name, perSquareMetre: 12, price: 0.2 })),
  mirrorTest: null,
};
const save = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });
const sent = <T,>(done: jest.Mock): T => (done.mock.calls as [T][])[0]?.[0] as T;
const saveIt = (done: jest.Mock) => pressWhenRight(save, done);
const refused = () =>
  waitFor(() => {
    expect(save().disabled).toBe(true);
  });
/** What a form was opened with holds: it can be saved as soon as that is known. */
const opened = async (): Promise<void> => {
  await waitFor(() => {
    expect(save().disabled).toBe(false);
  });
};

afterEach(cleanup);

describe('the form of a press', () => {
  const open = async (start: PressWords = press) => {
    const done = jest.fn();
    render(<PressForm start={start} busy={false} problem={null} onDone={done} onCancel={jest.fn()} />);
    await opened();
    return done;
  };
  it('gives back what it was opened with, whatever units it is shown in', async () => {
    const done = await open();
    expect(screen.getByLabelText<HTMLInputElement>('Plate, across').value).toBe('15 in');
    expect(screen.getByLabelText<HTMLInputElement>('Maximum temperature').value).toBe('410 °F');
    await saveIt(done);
    const words = sent<PressWords>(done);
    expect(words).toEqual(press);
  });
  it('reads lengths of any unit, degrees of the shop, and minutes', async () => {
    const done = await open();
    write('Plate, across', '400 mm');
    write('Maximum temperature', '420');
    write('Warm-up time', '12 min');
    write('Gap when closed', '');
    await saveIt(done);
    expect(sent<PressWords>(done)).toMatchObject({
      platen: { width: 400, depth: 508 },
      heatLimit: expect.closeTo(215.56, 1) as number,
      warmUp: 720,
      opening: null,
    });
  });
  it.each([
    ['Plate, across', 'wide', `From ${inches.length(20)} to ${inches.length(5000)}.`],
    ['Plate, front to back', '300 in', `From ${inches.length(20)} to ${inches.length(5000)}.`],
    ['Plate, front to back', '', `From ${inches.length(20)} to ${inches.length(5000)}.`],
    ['Maximum temperature', '900', /^From 302 °F to 572 °F\.$/],
    ['Warm-up time', '3 h', 'Up to 120 min.'],
    ['Recovery time', 'soon', 'Up to 30 min.'],
    ['Gap when closed', '0', `From ${inches.length(1)} to ${inches.length(500)}, or nothing.`],
    ['Name', '  ', 'A name.'],
  ])('keeps %s “%s”, says what was expected, and saves nothing', async (label, text, said) => {
    const done = await open();
    write(label, text);
    expect((await screen.findAllByText(said)).length).toBeGreaterThan(0);
    await refused();
    fireEvent.submit(save());
    expect(done).not.toHaveBeenCalled();
    expect(screen.getByLabelText<HTMLInputElement>(label).value).toBe(text);
  });
  it('asks for the address of a controller of its own alone', async () => {
    const done = await open();
    fireEvent.change(screen.getByLabelText('Controller'), { target: { value: 'own' } });
    await refused();
    write('Address, Modbus TCP', 'tcp://192.168.0.20:502');
    await saveIt(done);
    expect(sent<PressWords>(done).controller).toBe('tcp://192.168.0.20:502');
  });
  it('opens the edges that are usual for its kind, until somebody says otherwise', async () => {
    const done = await open();
    fireEvent.change(screen.getByLabelText('Kind'), { target: { value: 'swing-away' } });
    fireEvent.click(screen.getByLabelText('Left'));
    await saveIt(done);
    const usual = openEdges('swing-away');
    expect(sent<PressWords>(done).open).toEqual({ ...usual, left: !usual.left });
  });
  it('adds and removes pads, and wants three lengths of each', async () => {
    const done = await open();
    fireEvent.click(screen.getByRole('button', { name: 'Add a pad' }));
    const thick = screen.getAllByLabelText('Thick');
    expect(thick).toHaveLength(2);
    fireEvent.change(thick[1] as HTMLElement, { target: { value: 'thin' } });
    expect((await screen.findByRole('alert')).textContent).toMatch(/^A pad needs three lengths/);
    await refused();
    fireEvent.click(screen.getByRole('button', { name: 'Remove pad 2' }));
    await saveIt(done);
    expect(sent<PressWords>(done).pads).toHaveLength(1);
  });
});

describe('the form of a printer', () => {
  const open = async () => {
    const done = jest.fn();
    render(<PrinterForm start={printer} busy={false} problem={null} onDone={done} onCancel={jest.fn()} />);
    await opened();
    return done;
  };
  it('gives back what it was opened with', async () => {
    const done = await open();
    await saveIt(done);
    expect(sent<PrinterWords>(done)).toEqual(printer);
  });
  it('says exactly one who mirrors', async () => {
    const done = await open();
    fireEvent.click(screen.getByRole('radio', { name: 'The printer’s driver' }));
    expect(screen.getByRole<HTMLInputElement>('radio', { name: 'Kanga' }).checked).toBe(false);
    await saveIt(done);
    expect(sent<PrinterWords>(done).mirroredBy).toBe('driver');
  });
  it('wants an address for the network, and a resolution that printers have', async () => {
    const done = await open();
    fireEvent.click(screen.getByRole('radio', { name: 'Over the network' }));
    await refused();
    write('Address', 'ipp://192.168.0.9/ipp/print');
    await opened();
    write('Resolution, pixels per inch', '7');
    expect(await screen.findByText('From 72 to 2880.')).toBeTruthy();
    await refused();
    write('Resolution, pixels per inch', '720');
    await saveIt(done);
    expect(sent<PrinterWords>(done)).toMatchObject({ address: 'ipp://192.168.0.9/ipp/print', resolution: 720 });
  });
});

describe('the form of a paper', () => {
  const paper: MediaWords = {
    ...{
      name: 'Letter',
      kind: 'cut',
      width: 215.9,
      length: 279.4,
      left: 40,
      price: 0.19,
      card: USUAL_CARD,
      offcut: false,
      printerId: '6f1c1f9e-3b1d-4a55-9f3e-0d8c3a2b1c4d',
    },
    margins: { top: 3.175, right: 3.175, bottom: 12.7, left: 3.175 },
  };
  const open = async (start: MediaWords = paper) => {
    const done = jest.fn();
    render(<MediaForm start={start} busy={false} problem={null} onDone={done} onCancel={jest.fn()} />);
    await opened();
    return done;
  };
  it('gives back what it was opened with, in inches', async () => {
    const done = await open();
    expect(screen.getByLabelText<HTMLInputElement>('Width').value).toBe('8.5 in');
    await saveIt(done);
    const words = sent<MediaWords>(done);
    expect(words).toMatchObject({ name: 'Letter', kind: 'cut', left: 40, price: 0.19, offcut: false });
    expect(words.width).toBe(215.9);
    expect(words.length).toBe(279.4);
    expect(words.margins.bottom).toBe(12.7);
  });
  it('wants margins that leave room to print on', async () => {
    const done = await open();
    write('left', '4 in');
    write('right', '4 in');
    expect((await screen.findByRole('alert')).textContent).toBe(
      `Four lengths that leave at least ${inches.length(20)} each way.`,
    );
    await refused();
    write('right', '1 in');
    await saveIt(done);
    expect(sent<MediaWords>(done).margins).toEqual({ ...paper.margins, left: 101.6, right: 25.4 });
    write('Width', '5 in');
    expect((await screen.findByRole('alert')).textContent).toMatch(/^Four lengths/);
  });
  it('counts a roll by its length, and sheets one by one', async () => {
    const done = await open();
    fireEvent.click(screen.getByRole('radio', { name: 'Roll' }));
    expect((await screen.findByLabelText<HTMLInputElement>('Left on the roll')).value).toBe('');
    write('Left on the roll', '30 m');
    write('Longest print in one go', '1200 mm');
    await saveIt(done);
    expect(sent<MediaWords>(done)).toMatchObject({ kind: 'roll', left: 30_000, length: 1200 });
  });
  it('leaves prices and counts open, and takes a comma for a point', async () => {
    const done = await open();
    write('Price of a sheet', '0,25');
    write('Sheets left', '');
    await saveIt(done);
    expect(sent<MediaWords>(done)).toMatchObject({ price: 0.25, left: null });
  });
});
