/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { INK_NAMES, openEdges, USUAL_CARD, USUAL_PRESS } from '@kanga/core/shop';
import { unitPrinter } from '@kanga/core/units';
import type { MediaWords, PressWords, PrinterWords } from '@kanga/contract/shop';
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
const write = (label: string, text: string) => {
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
};
const save = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });
const sent = <T,>(done: jest.Mock): T => (done.mock.calls as [T][])[0]?.[0] as T;

afterEach(cleanup);

describe('the form of a press', () => {
  const open = (start: PressWords = press) => {
    const done = jest.fn();
    render(<PressForm start={start} busy={false} problem={null} onDone={done} onCancel={jest.fn()} />);
    return done;
  };
  it('gives back what it was opened with, whatever units it is shown in', () => {
    const done = open();
    expect(screen.getByLabelText<HTMLInputElement>('Plate, across').value).toBe('15 in');
    expect(screen.getByLabelText<HTMLInputElement>('Maximum temperature').value).toBe('410 °F');
    fireEvent.click(save());
    const words = sent<PressWords>(done);
    expect(words).toEqual({ ...press, heatLimit: expect.closeTo(210, 6) as number });
  });
  it('reads lengths of any unit, degrees of the shop, and minutes', () => {
    const done = open();
    write('Plate, across', '400 mm');
    write('Maximum temperature', '420');
    write('Warm-up time', '12 min');
    write('Gap when closed', '');
    fireEvent.click(save());
    expect(sent<PressWords>(done)).toMatchObject({
      platen: { width: 400, depth: 508 },
      heatLimit: expect.closeTo(215.56, 1) as number,
      warmUp: 720,
      opening: null,
    });
  });
  it.each([
    ['Plate, across', 'wide', 'A length.'],
    ['Maximum temperature', '900', /^From 302 °F to 572 °F\.$/],
    ['Warm-up time', '3 h', 'Up to 2 hours.'],
    ['Recovery time', 'soon', 'Up to 30 minutes.'],
    ['Gap when closed', '0', 'A length, or nothing.'],
  ])('keeps %s “%s”, says what was expected, and saves nothing', (label, text, said) => {
    const done = open();
    write(label, text);
    expect(screen.getAllByText(said).length).toBeGreaterThan(0);
    expect(save().disabled).toBe(true);
    fireEvent.submit(save());
    expect(done).not.toHaveBeenCalled();
    expect(screen.getByLabelText<HTMLInputElement>(label).value).toBe(text);
  });
  it('asks for the address of a controller of its own alone', () => {
    const done = open();
    fireEvent.change(screen.getByLabelText('Controller'), { target: { value: 'own' } });
    expect(save().disabled).toBe(true);
    write('Address, Modbus TCP', 'tcp://192.168.0.20:502');
    fireEvent.click(save());
    expect(sent<PressWords>(done).controller).toBe('tcp://192.168.0.20:502');
  });
  it('opens the edges that are usual for its kind, until somebody says otherwise', () => {
    const done = open();
    fireEvent.change(screen.getByLabelText('Kind'), { target: { value: 'swing-away' } });
    fireEvent.click(screen.getByLabelText('Left'));
    fireEvent.click(save());
    const usual = openEdges('swing-away');
    expect(sent<PressWords>(done).open).toEqual({ ...usual, left: !usual.left });
  });
  it('adds and removes pads, and wants three lengths of each', () => {
    const done = open();
    fireEvent.click(screen.getByRole('button', { name: 'Add a pad' }));
    const thick = screen.getAllByLabelText('Thick');
    expect(thick).toHaveLength(2);
    fireEvent.change(thick[1] as HTMLElement, { target: { value: 'thin' } });
    expect(screen.getByRole('alert').textContent).toMatch(/^A pad needs three lengths/);
    expect(save().disabled).toBe(true);
    fireEvent.click(screen.getByRole('button', { name: 'Remove pad 2' }));
    fireEvent.click(save());
    expect(sent<PressWords>(done).pads).toHaveLength(1);
  });
});

describe('the form of a printer', () => {
  const open = () => {
    const done = jest.fn();
    render(<PrinterForm start={printer} busy={false} problem={null} onDone={done} onCancel={jest.fn()} />);
    return done;
  };
  it('gives back what it was opened with', () => {
    const done = open();
    fireEvent.click(save());
    expect(sent<PrinterWords>(done)).toEqual(printer);
  });
  it('says exactly one who mirrors', () => {
    const done = open();
    fireEvent.click(screen.getByRole('radio', { name: 'The printer’s driver' }));
    expect(screen.getByRole<HTMLInputElement>('radio', { name: 'Kanga' }).checked).toBe(false);
    fireEvent.click(save());
    expect(sent<PrinterWords>(done).mirroredBy).toBe('driver');
  });
  it('wants an address for the network, and a resolution that printers have', () => {
    const done = open();
    fireEvent.click(screen.getByRole('radio', { name: 'Over the network' }));
    expect(save().disabled).toBe(true);
    write('Address', 'ipp://192.168.0.9/ipp/print');
    write('Resolution, pixels per inch', '7');
    expect(screen.getByText('From 72 to 2880.')).toBeTruthy();
    expect(save().disabled).toBe(true);
    write('Resolution, pixels per inch', '720');
    fireEvent.click(save());
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
      printerId: 'desk',
    },
    margins: { top: 3.175, right: 3.175, bottom: 12.7, left: 3.175 },
  };
  it('gives back what it was opened with, in inches', () => {
    const done = jest.fn();
    render(<MediaForm start={paper} busy={false} problem={null} onDone={done} onCancel={jest.fn()} />);
    expect(screen.getByLabelText<HTMLInputElement>('Width').value).toBe('8.5 in');
    fireEvent.click(save());
    const words = sent<MediaWords>(done);
    expect(words).toMatchObject({ name: 'Letter', kind: 'cut', left: 40, price: 0.19, offcut: false });
    expect(words.width).toBeCloseTo(215.9, 6);
    expect(words.length).toBeCloseTo(279.4, 6);
    expect(words.margins.bottom).toBeCloseTo(12.7, 6);
  });
});
