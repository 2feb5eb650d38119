import { useEffect, useRef, useState } from 'react';
import { linearOf } from '@kanga/core/colour';
import { SPOT_KINDS, spotLight, studyInCode, type SpotKind } from '@kanga/core/measure';
import type { Point } from '@kanga/core/geometry';
import { call, callForFile, problemFrom, usePrint } from '../data/index.js';
import { Button, Choice, OpenDialog, FileField, FormFoot, ProblemText } from '../ui/index.js';
import { readInWorker, type ReadPicture } from '../workers/index.js';
import type { Problem } from '@kanga/contract/finding';
import type { StudySession } from './use-study.js';

/** As many as lie on a glass at once. */
const MOST = 8;

interface Shown {
  file: Blob;
  url: string;
}

/** Where somebody tapped to tell the light by, and on what; null: nowhere. */
interface Pointed {
  at: Point | null;
  kind: SpotKind;
}
const NOWHERE: Pointed = { at: null, kind: 'bare cloth' };
const SPOT_NAMES: Record<SpotKind, string> = {
  'bare cloth': 'Bare cloth',
  'grey card': 'Grey card, 18 %',
  'white paper': 'White paper',
};

/** To a tenth; what is less than that below nought is nought. */
const tenths = (value: number): string => (Math.round(value * 10) / 10 + 0).toFixed(1);

/** Reads swatches off a scan or a photograph of the cloth. */
export function Measure({ session, onClose }: { session: StudySession; onClose: () => void }) {
  const { study, change, busy } = session;
  const print = usePrint();
  const [shown, setShown] = useState<Shown | null>(null);
  const [read, setRead] = useState<ReadPicture | null>(null);
  const [progress, setProgress] = useState<string | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  useEffect(
    () => () => {
      if (shown) URL.revokeObjectURL(shown.url);
    },
    [shown],
  );

  const [pointed, setPointed] = useState(NOWHERE);
  const look = async (file: Blob, { at, kind }: Pointed): Promise<void> => {
    running.current?.abort();
    const mine = new AbortController();
    running.current = mine;
    setProblem(null);
    try {
      const cloth = linearOf(study.cloth.baseColour);
      const found = await readInWorker(
        file,
        { cloth, spots: at ? [{ at, light: spotLight(kind, cloth) }] : null },
        (_, doing) => {
          setProgress(doing);
        },
        mine.signal,
      );
      setRead(found);
    } catch (error) {
      if (mine.signal.aborted) return;
      setProblem({
        code: 'cloth.unreadable',
        title: 'The picture cannot be read',
        remedy: `Save it as PNG or JPEG and try again. (${error instanceof Error ? error.message : String(error)})`,
        faults: [],
      });
    } finally {
      if (running.current === mine) setProgress(null);
    }
  };
  const point = (picture: Shown, next: Pointed): void => {
    setPointed(next);
    void look(picture.file, next);
  };
  const take = (file: Blob): void => {
    const taken = { file, url: URL.createObjectURL(file) };
    setShown(taken);
    setRead(null);
    point(taken, NOWHERE);
  };
  const scan = async (): Promise<void> => {
    setProblem(null);
    setProgress('Scanning');
    try {
      const wanted = study.swatches.filter(({ pressedAt, reading }) => pressedAt !== null && reading === null);
      const all = wanted.length > 0 ? wanted : study.swatches.filter(({ pressedAt }) => pressedAt !== null);
      const glass = await call('layCloth', {
        id: study.id,
        body: { swatches: all.slice(0, MOST).map(({ number }) => number) },
      });
      const item = glass.items.find(({ subject }) => subject === 'cloth') ?? glass.items[0];
      take(await callForFile('scan', { query: { item: item?.id ?? 'cloth', ppi: '300' } }));
    } catch (error) {
      setProblem(problemFrom(error));
      setProgress(null);
    }
  };

  const own = studyInCode(study.number);
  const numbers = new Set(study.swatches.map(({ number }) => number));
  const mine = (read?.targets ?? [])
    .filter(({ code }) => code.study === own && numbers.has(code.swatch))
    .toSorted((a, b) => a.code.swatch - b.code.swatch);
  const strange = read?.targets.filter(({ code }) => code.study !== own || !numbers.has(code.swatch)) ?? [];
  const words = [
    ...strange.map(({ code }) => `Swatch ${code.swatch} of study ${code.study} lies there, too; it is left out.`),
    ...(read?.unread.map(
      ({ why }) =>
        `One more target is there, and ${why}.${why.includes('mirror') ? ' That is the paper, not the cloth.' : ' Flatten it, take glare away, and scan it again.'}`,
    ) ?? []),
    ...(read && read.targets.length === 0 && read.unread.length === 0
      ? [
          'No target is to be seen. Lay the cloth flat, printed side to the glass, with all four sides of each frame in the picture.',
        ]
      : []),
    ...(read?.remarks ?? []),
  ];
  return (
    <OpenDialog wide title="Measure the cloth" onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void change(() =>
            call('addReadings', {
              id: study.id,
              body: { readings: mine.map(({ code, reading }) => ({ swatch: code.swatch, reading })) },
            }),
          ).then((changed) => {
            if (changed) onClose();
          });
        }}
      >
        {!shown && (
          <div className="grid gap-4 sm:grid-cols-2">
            <div>
              <p className="mb-2">
                Lay the cloth flat on the scanner, any way round, with a strip that was never pressed beside the
                swatches.
              </p>
              <Button
                tone="strong"
                disabled={progress !== null}
                onClick={() => {
                  void scan();
                }}
              >
                {progress === null ? 'Scan' : `${progress}…`}
              </Button>
            </div>
            <FileField
              title={<span>A scan at 300 pixels per inch, or a photograph from straight above in even light.</span>}
              label="Picture of the cloth"
              accept="image/png,image/jpeg,image/webp"
              onFile={take}
            />
          </div>
        )}
        {shown && (
          <div className="grid gap-4 sm:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
            <Picture shown={shown} read={read} onSpot={(at) => point(shown, { ...pointed, at })} own={own} />
            <div className="space-y-2">
              {progress !== null && <p role="status">{progress}…</p>}
              {mine.length > 0 && (
                <table className="w-full text-left">
                  <thead className="text-[14px] text-soft">
                    <tr className="[&>th]:pr-3 [&>th]:font-normal">
                      <th>Swatch</th>
                      <th>Strength</th>
                      <th>Yellowing</th>
                      <th>Edges</th>
                      <th>Ghost</th>
                    </tr>
                  </thead>
                  <tbody className="figures">
                    {mine.map(({ code, reading }) => (
                      <tr key={code.swatch} className="border-t border-rule [&>td]:py-1">
                        <td className="font-bold">{code.swatch}</td>
                        <td>{tenths(reading.strength.value)}</td>
                        <td>{tenths(reading.yellowing.value)}</td>
                        <td>{print.length(reading.blur.value)}</td>
                        <td>{reading.ghost ? print.length(reading.ghost.shift) : 'none'}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
              {words.map((word) => (
                <p key={word} className="border-l-4 border-yellow pl-2.5 text-[15px]">
                  {print.text(word)}
                </p>
              ))}
              {read && read.targets.length > 0 && (
                <p className="text-[14px] text-soft">
                  {read.spots.length > 0 ? `The rings are on ${pointed.kind}, by which the light is told. ` : ''}Tap
                  cloth that was never pressed, a grey card or white paper in the picture to set it.
                </p>
              )}
              {pointed.at && (
                <Choice
                  label="What was tapped"
                  value={pointed.kind}
                  options={SPOT_KINDS.map((kind) => ({ value: kind, label: SPOT_NAMES[kind] }))}
                  onChange={(kind) => {
                    point(shown, { ...pointed, kind });
                  }}
                />
              )}
              <Button
                onClick={() => {
                  running.current?.abort();
                  setShown(null);
                  setRead(null);
                }}
              >
                Another picture
              </Button>
            </div>
          </div>
        )}
        {problem && <ProblemText problem={problem} className="mt-3" />}
        <div className="mt-4">
          <FormFoot
            problem={session.problem}
            onCancel={onClose}
            label={mine.length === 1 ? 'Keep 1 reading' : `Keep ${mine.length} readings`}
            disabled={busy || mine.length === 0 || progress !== null}
          />
        </div>
      </form>
    </OpenDialog>
  );
}

/** The picture with what was found in it; a tap says where bare cloth is. */
function Picture({
  shown,
  read,
  onSpot,
  own,
}: {
  shown: Shown;
  read: ReadPicture | null;
  onSpot: (at: Point) => void;
  own: number;
}) {
  const { width, height } = read?.size ?? { width: 100, height: 100 };
  const wide = width / 100;
  return (
    <div className="relative max-h-[58vh] overflow-hidden">
      <img
        src={shown.url}
        alt="The cloth as it was scanned"
        className="max-h-[58vh] w-full object-contain object-left-top"
      />
      {read && (
        <svg
          viewBox={`0 0 ${width} ${height}`}
          preserveAspectRatio="xMinYMin meet"
          className="absolute inset-0 h-full w-full cursor-crosshair"
          role="img"
          aria-label={`${read.targets.length} targets found`}
          onClick={(event) => {
            const box = event.currentTarget.getBoundingClientRect();
            const scale = Math.min(box.width / width, box.height / height);
            onSpot({ x: (event.clientX - box.left) / scale, y: (event.clientY - box.top) / scale });
          }}
        >
          {read.targets.map(({ code, corners }) => (
            <g key={`${code.study}-${code.swatch}`}>
              <polygon
                points={corners.map(({ x, y }) => `${x},${y}`).join(' ')}
                fill="none"
                stroke={code.study === own ? 'var(--color-green)' : 'var(--color-yellow)'}
                strokeWidth={wide * 0.7}
              />
              <circle cx={corners[0].x} cy={corners[0].y} r={wide * 3} fill="var(--color-green)" />
              <text
                x={corners[0].x}
                y={corners[0].y + wide * 1.2}
                textAnchor="middle"
                fontSize={wide * 3.6}
                fontWeight="700"
                fill="var(--color-white)"
              >
                {code.swatch}
              </text>
            </g>
          ))}
          {read.unread.map(({ corners }, i) => (
            <polygon
              key={i}
              points={corners.map(({ x, y }) => `${x},${y}`).join(' ')}
              fill="none"
              stroke="var(--color-magenta)"
              strokeWidth={wide * 0.7}
              strokeDasharray={`${wide * 2} ${wide}`}
            />
          ))}
          {read.spots.map(({ at }, i) => (
            <circle
              key={i}
              cx={at.x}
              cy={at.y}
              r={wide * 2.4}
              fill="none"
              stroke="var(--color-magenta)"
              strokeWidth={wide * 0.7}
            />
          ))}
        </svg>
      )}
    </div>
  );
}
