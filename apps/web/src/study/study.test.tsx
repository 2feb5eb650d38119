/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { USUAL_WANTS } from '@kanga/core/dial';
import type { Study, StudySwatch, StudyView } from '@kanga/core/study';
import { unitPrinter } from '@kanga/core/units';
import { Compare } from './compare.js';
import { StudyFields, targetsOf, type StudyWords } from './study-fields.js';
import { SurfacePicture } from './surface-picture.js';
import type { StudySession } from './use-study.js';

const inches = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
const mockCall = jest.fn((name: string, sent: unknown) => Promise.resolve([name, sent]));
// Only a surface is drawn with it, and none is known here.
jest.mock('d3-contour', () => ({ contours: jest.fn() }));
jest.mock('../data/index.js', () => ({
  usePrint: () => inches,
  useOperator: () => 'Wren',
  call: (name: string, sent: unknown) => mockCall(name, sent),
}));

const swatch = (
  number: number,
  temperature: number,
  dwell: number,
  change: Partial<StudySwatch> = {},
): StudySwatch => ({
  number,
  aim: 'search',
  setting: { temperature, dwell, pressure: 'medium', prePress: 10 },
  reason: 'spread out',
  jobId: null,
  printed: true,
  pressedAt: '2026-11-20T09:00:00.000Z',
  reached: null,
  spoiled: null,
  reading: null,
  since: [],
  ...change,
});
const study = (swatches: StudySwatch[], change: Partial<Study> = {}): Study =>
  ({
    id: 's',
    name: 'Bags',
    limits: {
      temperature: { least: 170, most: 210 },
      dwell: { least: 20, most: 110 },
      pressures: ['medium'],
      prePresses: [10],
    },
    wants: USUAL_WANTS,
    swatches,
    answers: [],
    ...change,
  }) as Study;
const session = (one: Study, view: Partial<StudyView>): StudySession =>
  ({
    study: one,
    view,
    busy: false,
    problem: null,
    fault: null,
    change: (ask: () => Promise<unknown>) => ask(),
  }) as unknown as StudySession;

afterEach(() => {
  cleanup();
  mockCall.mockClear();
});

describe('which is better?', () => {
  it('keeps the answer for the two that were shown, with who gave it', () => {
    const two = study([swatch(1, 180, 75), swatch(2, 195, 50)]);
    render(<Compare session={session(two, { compare: { one: 2, other: 1 } })} onClose={jest.fn()} />);
    fireEvent.click(screen.getByRole('button', { name: /Swatch 1/ }));
    expect(mockCall).toHaveBeenCalledWith('addAnswer', {
      id: 's',
      body: expect.objectContaining({ better: 1, worse: 2, by: 'Wren' }) as unknown,
    });
  });
  it('asks nothing where no answer would tell more', () => {
    render(<Compare session={session(study([swatch(1, 180, 75)]), { compare: null })} onClose={jest.fn()} />);
    expect(screen.queryByRole('button', { name: /Swatch/ })).toBeNull();
    expect(screen.getByText(/no answer would tell more/)).toBeTruthy();
  });
});

describe('the map of settings', () => {
  const show = (one: Study, onChoose = jest.fn()) => {
    render(
      <SurfacePicture
        study={one}
        view={null}
        slice={{ pressure: 'medium', prePress: 10 }}
        chosen={null}
        onChoose={onChoose}
      />,
    );
    return onChoose;
  };
  it('has every swatch by its setting in the shop’s units, but no check swatch, which lies on the recipe', () => {
    show(study([swatch(1, 180, 75), swatch(2, 195, 50), swatch(3, 195, 50, { aim: 'check' })]));
    const marks = screen.getAllByRole('button').map((mark) => mark.getAttribute('aria-label'));
    expect(marks).toEqual(['Swatch 1: 356 °F, 75 s', 'Swatch 2: 383 °F, 50 s']);
  });
  it('a swatch can be opened by keys', () => {
    const chosen = show(study([swatch(4, 180, 75)]));
    fireEvent.keyDown(screen.getByRole('button'), { key: 'Enter' });
    expect(chosen).toHaveBeenCalledWith(4);
  });
  it('hotter lies further right, longer further up', () => {
    show(study([swatch(1, 180, 30), swatch(2, 200, 90)]));
    const [one, two] = screen.getAllByRole('button').map((mark) => {
      const [x = 0, y = 0] = (/translate\(([\d.]+) ([\d.]+)\)/.exec(mark.getAttribute('transform') ?? '') ?? [])
        .slice(1)
        .map(Number);
      return { x, y };
    });
    expect(two?.x).toBeGreaterThan(one?.x ?? Infinity);
    expect(two?.y).toBeLessThan(one?.y ?? -Infinity);
  });
});

describe('what a study looks for', () => {
  const words: StudyWords = {
    name: 'Bags',
    limits: study([]).limits,
    budget: 9,
    wants: USUAL_WANTS,
    school: 'few swatches',
    turns: { light: '', medium: '', firm: '' },
  };
  const open = (change = jest.fn(), targets: Parameters<typeof StudyFields>[0]['targets'] = []) => {
    render(<StudyFields words={words} pressures={['light', 'medium']} targets={targets} onChange={change} />);
    return change;
  };
  it('reads limits in °F, and refuses a number of swatches that nobody can press', () => {
    const change = open();
    const hottest = screen.getByLabelText('Hottest');
    fireEvent.change(hottest, { target: { value: '400' } });
    fireEvent.blur(hottest);
    const [[sent]] = change.mock.calls as [[{ limits: { temperature: { most: number } } }]];
    expect(sent.limits.temperature.most).toBeCloseTo(204.44, 1);
    const most = screen.getByLabelText('Swatches at most');
    fireEvent.change(most, { target: { value: '2.5' } });
    fireEvent.blur(most);
    expect(screen.getByText(/whole number from 3 to 60/)).toBeTruthy();
    expect(change).toHaveBeenCalledTimes(1);
  });
  it('varies the pressures that the blank allows, and no other', () => {
    const change = open();
    fireEvent.click(screen.getByLabelText('Vary the pressure, too'));
    expect(change).toHaveBeenCalledWith({ limits: { ...words.limits, pressures: ['light', 'medium'] } });
  });
  it('can match what was confirmed elsewhere', () => {
    const reading = {
      strength: { value: 27.5, spread: 1 },
      yellowing: { value: 1.2, spread: 1 },
    } as StudySwatch['reading'];
    const targets = targetsOf([study([swatch(7, 190, 60, { aim: 'confirm', reading })]), study([swatch(1, 190, 60)])]);
    expect(targets).toEqual([{ label: 'the recipe of Bags', strength: 27.5, yellowing: 1.2 }]);
    const change = open(jest.fn(), targets);
    fireEvent.change(screen.getByLabelText('As strong as'), { target: { value: '27.50 1.20' } });
    expect(change).toHaveBeenCalledWith({ wants: { ...USUAL_WANTS, target: { strength: 27.5, yellowing: 1.2 } } });
  });
});
