import { MM_PER_INCH } from '@kanga/core/units';
import { useState } from 'react';
import { KEEP_OUT_KINDS, makeTemplate, proposeBleed, startingKeepOuts, type KeepOutKind } from '@kanga/core/blank';
import { writeDxf, writeSvg } from '@kanga/core/drawing';
import {
  crossingOf,
  grownPolygon,
  mirroredOutline,
  polygonOf,
  simplified,
  sizeOf,
  squaredUp,
  symmetric,
  upright,
} from '@kanga/core/geometry';
import { handOver, usePrint } from '../data/index.js';
import { Button, Select } from '../ui/index.js';
import { KeepOutFigures } from './keep-out-figures.js';
import type { Draft } from './use-draft.js';

/** Simplifying steps, mm: each press takes the next that leaves fewer points. */
const TOLERANCES = [0.1, 0.2, 0.4, 0.8, 1.6, 3];

/** What is done to an outline as a whole, and what of it is kept out. */
export function OutlineTools({
  draft,
  picked,
  onPick,
}: {
  draft: Draft;
  picked: number | null;
  onPick: (keepOut: number | null) => void;
}) {
  const print = usePrint();
  // A sixteenth on a ruler in inches.
  const [step, stepText] = print.units.length === 'in' ? [MM_PER_INCH / 16, '1/16 in'] : [1, '1 mm'];
  const { blank, shown, side } = draft;
  const [kind, setKind] = useState<KeepOutKind>('strap slot');
  if (!shown) return null;
  const points = polygonOf(shown.outline);
  const size = sizeOf(shown.outline);
  const crossing = shown.outline.kind === 'polygon' ? crossingOf(points) : null;
  const lines = () => {
    const template = makeTemplate(shown.outline, proposeBleed(blank).value, blank.safe);
    return [
      { name: 'cut', outline: template.bleedPolygon },
      { name: 'print area', outline: polygonOf(template.outline) },
      { name: 'safe', outline: template.safePolygon },
      ...shown.keepOuts.map((keepOut, i) => ({ name: `${keepOut.kind} ${i + 1}`, outline: keepOut.area })),
    ];
  };
  const fileName = (blank.name || 'template').toLowerCase().replace(/[^a-z0-9]+/g, '-');
  const addPicked = () => {
    draft.changeSide({ keepOuts: [...shown.keepOuts, ...startingKeepOuts(kind, shown.outline)] });
    onPick(shown.keepOuts.length);
  };
  const tools: [string, () => void][] = [
    [
      'Simplify',
      () => {
        const fewer = TOLERANCES.map((tolerance) => simplified(points, tolerance)).find(
          (next) => next.length < points.length * 0.9 && next.length >= 3,
        );
        if (fewer) draft.setPoints(fewer);
      },
    ],
    [
      'Upright',
      () => {
        draft.setPoints(upright(points));
      },
    ],
    [
      'Symmetric',
      () => {
        draft.setPoints(symmetric(points));
      },
    ],
    [
      'Straighten',
      () => {
        draft.setPoints(squaredUp(simplified(points, 0.1)));
      },
    ],
    [
      `Grow ${stepText}`,
      () => {
        draft.setPoints(grownPolygon(shown.outline, step));
      },
    ],
    [
      `Shrink ${stepText}`,
      () => {
        const less = grownPolygon(shown.outline, -step);
        if (less.length > 2) draft.setPoints(less);
      },
    ],
  ];
  const chosen = picked === null ? undefined : shown.keepOuts[picked];
  return (
    <div className="space-y-2 border-t border-rule pt-2">
      <p className="text-[15px]">
        <span className="figures text-lg">{print.size(size.width, size.height)}</span>
        {shown.outline.kind === 'polygon' && <span className="text-soft"> · {points.length} points</span>}
      </p>
      {crossing && (
        <p role="alert" className="font-semibold text-magenta">
          The outline crosses itself at {print.length(crossing.x)}, {print.length(crossing.y)}: move the points there
          apart.
        </p>
      )}
      <div className="flex flex-wrap gap-1.5">
        {tools.map(([label, act]) => (
          <Button key={label} onClick={act}>
            {label}
          </Button>
        ))}
        <Button
          onClick={() => {
            // The other side sees the outline, and all that is kept out of it, the other way round.
            const other = {
              name: side === 0 ? 'back' : `side ${blank.sides.length + 1}`,
              outline: { kind: 'polygon' as const, points: mirroredOutline(points) },
              keepOuts: shown.keepOuts.map((one) => ({
                ...one,
                area: one.area.map((p) => ({ x: size.width - p.x, y: p.y })).reverse(),
              })),
            };
            draft.change({
              sides: [
                ...blank.sides,
                {
                  ...other,
                  name: unused(
                    other.name,
                    blank.sides.map((one) => one.name),
                  ),
                },
              ],
            });
            draft.setSide(blank.sides.length);
          }}
          disabled={blank.sides.length >= 4}
        >
          Mirror to another side
        </Button>
        {blank.sides.length > 1 && (
          <Button
            onClick={() => {
              draft.change({ sides: blank.sides.filter((_, i) => i !== side) });
              draft.setSide(0);
            }}
          >
            Remove this side
          </Button>
        )}
      </div>
      <div className="flex items-end gap-2">
        <div className="flex-1">
          <Select
            label="Keep out"
            value={kind}
            options={KEEP_OUT_KINDS.map((value) => ({ value, label: value }))}
            onChange={setKind}
          />
        </div>
        <Button onClick={addPicked}>Add it</Button>
      </div>
      {shown.keepOuts.length > 0 && (
        <ul>
          {shown.keepOuts.map((keepOut, i) => (
            <li key={i} className={`flex items-center gap-2 ${picked === i ? 'bg-yellow/25' : ''}`}>
              <button
                type="button"
                className="min-h-9 flex-1 px-1 text-left underline-offset-2 hover:underline"
                onClick={() => {
                  onPick(i);
                }}
              >
                {keepOut.kind}
              </button>
              <label className="flex items-center gap-1 text-[14px]">
                <input
                  type="checkbox"
                  className="h-4 w-4 accent-cyan"
                  checked={keepOut.hangsOff}
                  onChange={(event) => {
                    draft.changeSide({
                      keepOuts: shown.keepOuts.map((one, k) =>
                        k === i ? { ...one, hangsOff: event.target.checked } : one,
                      ),
                    });
                  }}
                />
                off the plate
              </label>
              <Button
                className="px-2!"
                aria-label={`Remove the ${keepOut.kind}`}
                onClick={() => {
                  draft.changeSide({ keepOuts: shown.keepOuts.filter((_, k) => k !== i) });
                  onPick(null);
                }}
              >
                ✕
              </Button>
            </li>
          ))}
        </ul>
      )}
      {chosen && picked !== null && (
        <KeepOutFigures
          key={picked}
          keepOut={chosen}
          onChange={(area) => {
            draft.changeSide({ keepOuts: shown.keepOuts.map((one, k) => (k === picked ? { ...one, area } : one)) });
          }}
        />
      )}
      <div className="flex flex-wrap items-center gap-1.5 border-t border-rule pt-2">
        <span className="text-[15px] font-semibold">Export</span>
        <Button
          onClick={() => {
            handOver(`${fileName}.svg`, new Blob([writeSvg(lines())], { type: 'image/svg+xml' }));
          }}
        >
          SVG
        </Button>
        <Button
          onClick={() => {
            handOver(`${fileName}.dxf`, new Blob([writeDxf(lines())], { type: 'application/dxf' }));
          }}
        >
          DXF
        </Button>
      </div>
    </div>
  );
}

/** A name that no side has yet. */
function unused(name: string, taken: readonly string[]): string {
  let next = name;
  for (let n = 2; taken.includes(next); n++) next = `${name} ${n}`;
  return next;
}
