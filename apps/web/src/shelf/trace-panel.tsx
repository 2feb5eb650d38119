import { useEffect, useRef, useState } from 'react';
import { boundsOf, type Four, type Point, type Polygon } from '@kanga/core/geometry';
import { PPI_LIMITS, resolutionOf, SUBJECTS, type Subject } from '@kanga/core/trace';
import { usePrint } from '../data/index.js';
import { Button, Choice, FileField, ParsedField } from '../ui/index.js';
import { FromScanner } from './from-scanner.js';
import { load, TracedView, type Loaded } from './traced-view.js';
import { tracePicture, TraceRefused, type TracedPicture, type TraceFault } from '../workers/index.js';

const SUBJECT_NAMES: Record<Subject, string> = { 'pen line': 'An outline drawn with a pen', blank: 'The blank itself' };
/** Where the card is taken to lie until its corners are set by hand: a quarter in from the corner of the picture. */
const guessed = ({ width, height }: { width: number; height: number }): Four<Point> => [
  { x: width * 0.1, y: height * 0.1 },
  { x: width * 0.4, y: height * 0.1 },
  { x: width * 0.4, y: height * 0.35 },
  { x: width * 0.1, y: height * 0.35 },
];

/** Tracing from a scan or a photograph: the picture in the field, what to set beside it. */
export function useTracing(kind: 'scan' | 'photo', onOutline: (points: Polygon) => void) {
  const print = usePrint();
  const [loaded, setLoaded] = useState<Loaded | null>(null);
  const [ppi, setPpi] = useState(300);
  const [said, setSaid] = useState(false);
  const [subject, setSubject] = useState<Subject>('pen line');
  const [corners, setCorners] = useState<Four<Point> | null>(null);
  const [state, setState] = useState<{ share: number; doing: string } | null>(null);
  const [fault, setFault] = useState<TraceFault | null>(null);
  const [result, setResult] = useState<TracedPicture | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(
    () => () => {
      if (loaded) URL.revokeObjectURL(loaded.url);
    },
    [loaded],
  );
  useEffect(
    () => () => {
      stop.current?.abort();
    },
    [],
  );

  const run = (picture: Loaded, set: { ppi: number; subject: Subject; corners: Four<Point> | null }) => {
    stop.current?.abort();
    stop.current = new AbortController();
    setFault(null);
    setResult(null);
    setState({ share: 0, doing: 'Beginning' });
    tracePicture(
      kind === 'scan'
        ? { kind, file: picture.file, ppi: set.ppi, subject: set.subject }
        : { kind, file: picture.file, corners: set.corners },
      (share, doing) => {
        setState({ share, doing });
      },
      stop.current.signal,
    )
      .then((found) => {
        setResult(found);
        setCorners(found.corners);
      })
      .catch((error: unknown) => {
        if (error instanceof DOMException && error.name === 'AbortError') return;
        setFault(
          error instanceof TraceRefused
            ? error.fault
            : { code: 'trace.fault', title: 'Tracing it failed', remedy: error instanceof Error ? error.message : '' },
        );
        if (kind === 'photo') setCorners((before) => before ?? guessed(picture.size));
      })
      .finally(() => {
        setState(null);
      });
  };
  const take = async (file: Blob, as: Subject = subject) => {
    setFault(null);
    setCorners(null);
    const head = new Uint8Array(await file.slice(0, 65_536).arrayBuffer());
    const found = kind === 'scan' ? resolutionOf(head) : null;
    const next = await load(file).catch(() => null);
    if (!next) {
      setFault({
        code: 'trace.unreadable',
        title: 'The picture cannot be read',
        remedy: 'Save it as PNG or JPEG and try again.',
      });
      return;
    }
    setLoaded(next);
    setSubject(as);
    setSaid(found !== null);
    const at = found ?? ppi;
    setPpi(at);
    run(next, { ppi: at, subject: as, corners: null });
  };
  const again = (change: Partial<{ ppi: number; subject: Subject; corners: Four<Point> | null }>) => {
    if (loaded) run(loaded, { ppi, subject, corners: null, ...change });
  };

  const picture = loaded && (
    <TracedView
      loaded={loaded}
      result={result}
      corners={kind === 'photo' ? corners : null}
      onCorners={
        kind === 'photo'
          ? (next) => {
              setCorners(next);
              setResult(null);
            }
          : null
      }
    />
  );
  const box = result && boundsOf(result.traced.outline);
  const panel = (
    <div className="space-y-3">
      {result && box && (
        <div className="space-y-2 border-l-4 border-green bg-wash px-3 py-2">
          <p>
            <span className="figures text-xl">{print.size(box.width, box.height)}</span>
            <br />
            accurate to about {print.length(Math.max(0.1, result.traced.within))}
          </p>
          {result.traced.remarks.map((remark) => (
            <p key={remark} className="text-[14px]">
              {remark}
            </p>
          ))}
          <Button
            tone="strong"
            onClick={() => {
              onOutline(result.traced.outline);
            }}
          >
            Use this outline
          </Button>
        </div>
      )}
      <FileField
        title={
          <span className="font-semibold">
            {kind === 'scan' ? 'A scan' : 'A photograph with a bank card beside the blank'}
          </span>
        }
        label={kind === 'scan' ? 'Choose a scan' : 'Choose a photograph'}
        accept="image/png,image/jpeg,image/webp"
        onFile={(file) => {
          void take(file);
        }}
      />
      {kind === 'photo' ? (
        <p className="text-[14px] text-soft">
          Card and blank flat on one ground of another colour, taken from as straight above as you can. The card is{' '}
          {print.size(85.6, 53.98)}: it gives scale and perspective.
        </p>
      ) : (
        <>
          <Choice
            label="What lies on the glass?"
            value={subject}
            options={SUBJECTS.map((value) => ({ value, label: SUBJECT_NAMES[value] }))}
            onChange={(value) => {
              setSubject(value);
              again({ subject: value });
            }}
          />
          <ParsedField
            label="Scanned at, pixels per inch"
            shown={String(ppi)}
            hint={said ? 'as the file says' : 'what the scanner was set to'}
            parse={(text) => {
              const value = Number(text);
              return text.trim() !== '' && Number.isFinite(value)
                ? { ok: true, value }
                : { ok: false, problem: `“${text.trim()}” is not a number.` };
            }}
            limits={(value) =>
              value >= PPI_LIMITS.least && value <= PPI_LIMITS.most
                ? null
                : `From ${PPI_LIMITS.least} to ${PPI_LIMITS.most}.`
            }
            onValue={(value) => {
              setPpi(value);
              again({ ppi: value });
            }}
          />
          <FromScanner
            ppi={ppi}
            onScan={(file, as) => {
              void take(file, as);
            }}
            onFault={setFault}
          />
        </>
      )}
      {state && (
        <div role="status" className="flex items-center gap-2">
          <progress className="h-3 flex-1" max={1} value={state.share} aria-label="Tracing" />
          <span className="text-[14px]">{state.doing}</span>
          <Button
            onClick={() => {
              stop.current?.abort();
            }}
          >
            Cancel
          </Button>
        </div>
      )}
      {fault && (
        <div role="alert" className="border-l-4 border-magenta bg-wash px-3 py-2">
          <b>{print.text(fault.title)}.</b> {print.text(fault.remedy)}
        </div>
      )}
      {kind === 'photo' && corners && !state && (
        <Button
          onClick={() => {
            again({ corners });
          }}
        >
          Measure again by these corners
        </Button>
      )}
    </div>
  );
  return { picture, panel };
}
