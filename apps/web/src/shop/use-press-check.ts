import { useEffect, useState } from 'react';
import { readingGrid, USUAL_PLACES, type PressCheck as Check } from '@kanga/core/heat';
import type { Point } from '@kanga/core/geometry';
import { isCurved, type Press } from '@kanga/core/shop';
import { parseTemperature } from '@kanga/core/units';
import type { Problem } from '@kanga/contract/finding';
import { problemFrom, serverNow, usePrint } from '../data/index.js';
import { judgePlateInWorker, type PlateJudged } from '../workers/index.js';

/** Places across and deep that a plate is read at: the usual, fewer for a small element, more for one that is not trusted. */
export const GRIDS = { '4 × 4': 4, '5 × 5': 5, '6 × 6': USUAL_PLACES, '7 × 7': 7 } as const;
export type Grid = keyof typeof GRIDS;

/** Why a place is read: it is one of the grid, it stands out and is read again, or it would tell most. */
type Asked = 'grid' | 'again' | 'more';
/** A place that is read, and the field its figure is typed into. */
export interface ReadPlace extends Point {
  key: string;
  asked: Asked;
}

/** What somebody writes down while a press is checked. */
export interface Noted {
  by: string;
  dial: string;
  grid: Grid;
  /** Places beside the grid, in the order in which they were asked for. */
  beside: readonly ReadPlace[];
  /** By field: what stood on the thermometer, as it was typed. */
  typed: Readonly<Record<string, string>>;
  strips: Check['strips'];
  curved: boolean;
}

/** What the notes come to: the check, the picture it makes, and what is missing. */
export interface Judged extends PlateJudged {
  check: Check;
  /** The picture could not be made. */
  problem: Problem | null;
  dialProblem: string | undefined;
  /** Readings that are no temperature. */
  unread: number;
  ready: boolean;
}

const NOTHING: PlateJudged = { map: null, zone: null, surety: null, findings: [], telling: [] };
/** How long nothing is typed before the picture is made anew, ms. */
const PAUSE = 200;

const placed = (point: Point, asked: Asked): ReadPlace => ({ ...point, asked, key: `${asked} ${point.x} ${point.y}` });
const withPlaces = (before: readonly ReadPlace[], points: readonly Point[], asked: Asked): readonly ReadPlace[] => {
  const fresh = points.map((point) => placed(point, asked)).filter(({ key }) => !before.some((one) => one.key === key));
  return fresh.length > 0 ? [...before, ...fresh] : before;
};

/** The notes of a check, and what they come to as they grow. */
export function usePressCheck(press: Press) {
  const print = usePrint();
  const { units } = print;
  const [noted, setNoted] = useState<Noted>(() => ({
    by: press.check?.by ?? '',
    dial: print.temperature(press.check?.dial ?? 200),
    grid: '6 × 6',
    beside: [],
    typed: {},
    strips: { front: 'held', back: 'held', left: 'held', right: 'held' },
    curved: press.check?.curved ?? isCurved(press.kind),
  }));
  const [found, setFound] = useState<PlateJudged>(NOTHING);
  const [problem, setProblem] = useState<Problem | null>(null);
  const note = (change: Partial<Noted>) => {
    setNoted((before) => ({ ...before, ...change }));
  };
  const { platen, name } = press;
  const each = GRIDS[noted.grid];
  const places = [...readingGrid(platen, each, each).map((point) => placed(point, 'grid')), ...noted.beside];
  const texts = places.map(({ key }) => noted.typed[key]?.trim() ?? '');
  const dialled = parseTemperature(noted.dial, units.temperature);
  const readings = places.flatMap(({ x, y }, i) => {
    const parsed = parseTemperature(texts[i] ?? '', units.temperature);
    return parsed.ok ? [{ x, y, celsius: parsed.value }] : [];
  });
  const unread = texts.filter((text) => text !== '').length - readings.length;
  const check: Check = {
    at: serverNow(),
    by: noted.by.trim(),
    dial: dialled.ok ? dialled.value : 200,
    readings,
    strips: noted.strips,
    curved: noted.curved,
  };
  // What the picture is made of: who read it and when changes nothing.
  const told = JSON.stringify({ ...check, at: '', by: '' });
  useEffect(() => {
    const asked = JSON.parse(told) as Check;
    const mine = new AbortController();
    const timer = setTimeout(() => {
      if (asked.readings.length === 0) {
        setFound(NOTHING);
        return;
      }
      judgePlateInWorker(name, asked, platen, units, mine.signal).then(
        (judged) => {
          setFound(judged);
          setProblem(null);
          // What stands out is asked for again, below the grid.
          const doubted = judged.map?.doubted.map(({ reading: { x, y } }) => ({ x, y })) ?? [];
          setNoted((before) => ({ ...before, beside: withPlaces(before.beside, doubted, 'again') }));
        },
        (error: unknown) => {
          if (!mine.signal.aborted) setProblem(problemFrom(error));
        },
      );
    }, PAUSE);
    return () => {
      clearTimeout(timer);
      mine.abort();
    };
  }, [told, name, platen, units]);
  const judged: Judged = {
    ...found,
    check,
    problem,
    dialProblem: dialled.ok ? undefined : dialled.problem,
    unread,
    ready: check.by !== '' && dialled.ok && readings.length > 0 && unread === 0,
  };
  return {
    noted,
    note,
    noteReading: ({ key }: ReadPlace, text: string) => {
      setNoted((before) => ({ ...before, typed: { ...before.typed, [key]: text } }));
    },
    /** Asks for the places that would tell most. */
    askMore: () => {
      setNoted((before) => ({ ...before, beside: withPlaces(before.beside, found.telling, 'more') }));
    },
    each,
    places,
    /** The place that has no figure yet, and is read next; as many as there are where every place has one. */
    next: texts.includes('') ? texts.indexOf('') : texts.length,
    judged,
  };
}
export type PressChecking = ReturnType<typeof usePressCheck>;
