/** @jest-environment jsdom */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import {
  checkPress,
  fitHeat,
  placesToRead,
  suretyOf,
  usableZone,
  type PressCheck as CheckOfPress,
} from '@kanga/core/heat';
import { openEdges, USUAL_PRESS, type Press } from '@kanga/core/shop';
import { unitPrinter } from '@kanga/core/units';
import { PressCheck } from './press-check.js';

const fahrenheit = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
const call = jest.fn();
jest.mock('../data/index.js', () => ({
  usePrint: () => fahrenheit,
  call: (...sent: unknown[]) => call(...sent) as unknown,
  serverNow: () => '2026-11-02T09:00:00.000Z',
  problemFrom: () => ({ code: 'x', title: 'The thermometer does not answer', remedy: 'Wake it.', faults: [] }),
  queryClient: { invalidateQueries: () => Promise.resolve() },
  shopQuery: { queryKey: ['shop'] },
}));

// What is worked out off the screen's thread is worked out at once.
jest.mock('../workers/index.js', () => ({
  judgePlateInWorker: (name: string, check: CheckOfPress, platen: Press['platen']) => {
    const map = fitHeat(check, platen);
    return Promise.resolve({
      map,
      zone: map ? usableZone(map, check.dial) : null,
      surety: map ? suretyOf(map) : null,
      findings: checkPress(name, check, map, null, fahrenheit),
      telling: placesToRead(check, platen, 3),
    });
  },
}));

// The picture of the plate is drawn by a library of ES modules alone.
jest.mock('../draw/index.js', () => ({ HeatPicture: () => null }));

const press: Press = {
  ...USUAL_PRESS,
  id: 'p',
  name: 'Side press',
  kind: 'clamshell',
  platen: { width: 400, depth: 400 },
  heatLimit: 220,
  opening: null,
  open: openEdges('clamshell'),
  pads: [],
  remark: '',
  check: null,
};
const open = () => {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <PressCheck press={press} />
    </QueryClientProvider>,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Check it: Side press' }));
};
const places = () => screen.getAllByLabelText<HTMLInputElement>(/^Reading \d+/);
const write = (input: HTMLElement, value: string) => {
  fireEvent.change(input, { target: { value } });
};
const save = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Save this check' });

afterEach(() => {
  cleanup();
  call.mockReset();
});

describe('the check of a press', () => {
  it('asks for an operator and at least one reading', () => {
    open();
    expect(save().disabled).toBe(true);
    write(screen.getByLabelText('Operator'), 'Tam');
    expect(save().disabled).toBe(true);
    write(places()[0] as HTMLElement, '392');
    expect(save().disabled).toBe(false);
  });
  it('keeps the dial and the readings in °C, whatever the shop reads in, where they were read', async () => {
    call.mockResolvedValue(press);
    open();
    write(screen.getByLabelText('Operator'), ' Tam ');
    write(screen.getByLabelText('The dial stands at'), '400');
    const written = places().map((_, i) => 390 + i);
    places().forEach((input, i) => {
      write(input, String(written[i]));
    });
    fireEvent.click(save());
    await waitFor(() => {
      expect(call).toHaveBeenCalled();
    });
    const [name, { id, body }] = call.mock.calls[0] as [
      string,
      { id: string; body: { check: { by: string; dial: number; readings: { celsius: number }[] } } },
    ];
    expect([name, id, body.check.by]).toEqual(['setPress', 'p', 'Tam']);
    // (400 − 32) / 1.8 by the definition of the degree Fahrenheit.
    expect(body.check.dial).toBeCloseTo(204.444, 3);
    expect(body.check.readings.map(({ celsius }) => Math.round(celsius * 1.8 + 32))).toEqual(written);
  });
  it('says how many readings are no temperature, and saves none of them', () => {
    open();
    write(screen.getByLabelText('Operator'), 'Tam');
    write(places()[0] as HTMLElement, 'warm');
    expect(screen.getByRole('alert').textContent).toMatch(/^One reading is not a temperature\./);
    write(places()[1] as HTMLElement, '1.2.3');
    expect(screen.getByRole('alert').textContent).toMatch(/^2 readings are not temperatures\..*385 °F\.$/);
    expect(save().disabled).toBe(true);
  });
  it('has the thermometer read the next place that has none, and tells when it does not answer', async () => {
    call.mockResolvedValueOnce({ celsius: 200 });
    open();
    write(places()[0] as HTMLElement, '390');
    fireEvent.click(screen.getByRole('button', { name: `Read place 2 of ${places().length} with the thermometer` }));
    await waitFor(() => {
      expect(places()[1]?.value).toBe('392 °F');
    });
    call.mockRejectedValueOnce(new Error('away'));
    fireEvent.click(screen.getByRole('button', { name: /^Read place 3/ }));
    expect((await screen.findByText(/does not answer/)).textContent).toContain('Wake it.');
    expect(places()[2]?.value).toBe('');
  });
  it('keeps what was read when more places are asked for', () => {
    open();
    const first = places().length;
    write(places()[0] as HTMLElement, '390');
    fireEvent.click(screen.getByRole('radio', { name: '5 × 5' }));
    expect(places()).toHaveLength(25);
    fireEvent.click(screen.getByRole('radio', { name: '6 × 6' }));
    expect(places()).toHaveLength(first);
    expect(places()[0]?.value).toBe('390');
  });
  it('asks again for a place that stands out, and saves both readings; fewer places may be made more', async () => {
    call.mockResolvedValue(press);
    open();
    write(screen.getByLabelText('Operator'), 'Tam');
    fireEvent.click(screen.getByRole('radio', { name: '4 × 4' }));
    places().forEach((input, i) => {
      write(input, i === 5 ? '340' : '390');
    });
    const again = await screen.findByLabelText(/^Reading 17, .* again$/, undefined, { timeout: 10_000 });
    expect(screen.getByText(/It stands out\. Read it again/)).toBeTruthy();
    expect(screen.getByText('One reading stands out.')).toBeTruthy();
    write(again, '391');
    expect(await screen.findByText('One reading was not believed.', undefined, { timeout: 10_000 })).toBeTruthy();
    const more = screen.queryByRole('button', { name: /^Read 3 more places/ });
    if (more) fireEvent.click(more);
    expect(places()).toHaveLength(more ? 20 : 17);
    fireEvent.click(save());
    await waitFor(() => {
      expect(call).toHaveBeenCalled();
    });
    const [, { body }] = call.mock.calls[0] as [string, { body: { check: { readings: { x: number; y: number }[] } } }];
    const { readings } = body.check;
    expect(readings).toHaveLength(17);
    expect([readings[16]?.x, readings[16]?.y]).toEqual([readings[5]?.x, readings[5]?.y]);
  });
});
