import { useEffect, useRef, useState } from 'react';
import type { Four, Point } from '@kanga/core/geometry';
import { resolutionOf, type Subject } from '@kanga/core/trace';
import { tracePicture, TraceRefused, type TracedPicture, type TraceFault } from '../workers/index.js';
import { load, type Loaded } from './loaded-picture.js';

/** What a picture is traced by. */
export interface TraceSettings {
  ppi: number;
  /** The resolution stands in the file. */
  said: boolean;
  subject: Subject;
  /** Of the card in a photograph, where they are set by hand or found. */
  corners: Four<Point> | null;
}

/** Where the card is taken to lie until its corners are set by hand: a quarter in from the corner of the picture. */
const guessed = ({ width, height }: Loaded['size']): Four<Point> => [
  { x: width * 0.1, y: height * 0.1 },
  { x: width * 0.4, y: height * 0.1 },
  { x: width * 0.4, y: height * 0.35 },
  { x: width * 0.1, y: height * 0.35 },
];

const UNREADABLE: TraceFault = {
  code: 'trace.unreadable',
  title: 'The picture cannot be read',
  remedy: 'Save it as PNG or JPEG and try again.',
};
const faultOf = (error: unknown): TraceFault =>
  error instanceof TraceRefused
    ? error.fault
    : { code: 'trace.fault', title: 'Tracing it failed', remedy: error instanceof Error ? error.message : '' };

/** A picture that is there no longer gives its address back. */
function useReleased(loaded: Loaded | null): void {
  useEffect(
    () => () => {
      if (loaded) URL.revokeObjectURL(loaded.url);
    },
    [loaded],
  );
}

/** Tracing from a scan or a photograph: the picture, what it is traced by, how far that is, and what was found. */
export function useTracing(kind: 'scan' | 'photo') {
  const [loaded, setLoaded] = useState<Loaded | null>(null);
  const [settings, setSettings] = useState<TraceSettings>({
    ppi: 300,
    said: false,
    subject: 'pen line',
    corners: null,
  });
  const [progress, setProgress] = useState<{ share: number; doing: string } | null>(null);
  const [fault, setFault] = useState<TraceFault | null>(null);
  const [result, setResult] = useState<TracedPicture | null>(null);
  const running = useRef<AbortController | null>(null);
  useReleased(loaded);
  useEffect(
    () => () => {
      running.current?.abort();
    },
    [],
  );
  const set = (change: Partial<TraceSettings>) => {
    setSettings((before) => ({ ...before, ...change }));
  };

  const run = async (picture: Loaded, by: TraceSettings): Promise<void> => {
    running.current?.abort();
    const mine = new AbortController();
    running.current = mine;
    setFault(null);
    setResult(null);
    setProgress({ share: 0, doing: 'Beginning' });
    const { file, size } = picture;
    try {
      const found = await tracePicture(
        kind === 'scan' ? { kind, file, ppi: by.ppi, subject: by.subject } : { kind, file, corners: by.corners },
        (share, doing) => {
          if (running.current === mine) setProgress({ share, doing });
        },
        mine.signal,
      );
      setResult(found);
      set({ corners: found.corners });
    } catch (error) {
      if (error instanceof DOMException && error.name === 'AbortError') return;
      setFault(faultOf(error));
      if (kind === 'photo') setSettings((before) => ({ ...before, corners: before.corners ?? guessed(size) }));
    } finally {
      // The next one may be under way: how far that is, is not for this one to say.
      if (running.current === mine) setProgress(null);
    }
  };

  /** Takes a picture and traces it. */
  const take = async (file: Blob, subject: Subject = settings.subject): Promise<void> => {
    setFault(null);
    const head = new Uint8Array(await file.slice(0, 65_536).arrayBuffer());
    const found = kind === 'scan' ? resolutionOf(head) : null;
    const picture = await load(file).catch(() => null);
    if (!picture) {
      setFault(UNREADABLE);
      return;
    }
    const by = { ppi: found ?? settings.ppi, said: found !== null, subject, corners: null };
    setLoaded(picture);
    setSettings(by);
    await run(picture, by);
  };
  /** Traces the same picture by other settings; the corners of the card are looked for unless they are given. */
  const again = (change: Partial<TraceSettings>): void => {
    const by = { ...settings, corners: null, ...change };
    set(change);
    if (loaded) void run(loaded, by);
  };

  return {
    kind,
    loaded,
    settings,
    progress,
    fault,
    result,
    take,
    again,
    setFault,
    setCorners: (corners: Four<Point>) => {
      set({ corners });
      setResult(null);
    },
    cancel: () => {
      running.current?.abort();
    },
  };
}
export type Tracing = ReturnType<typeof useTracing>;
