import {
  type Paper,
  proposeTiling,
  SHEET_LIMITS,
  TAIL,
  tailOf,
  type SheetChoices,
  type TiledSide,
  type Tiling,
  type TrayRequest,
} from '@kanga/core/sheet';
import { clamped, parseLength } from '@kanga/core/units';
import { useJob } from '../job/index.js';
import { Button, Choice, ParsedField, Select } from '../ui/index.js';
import { showing, shownSeams } from './seams.js';

const counts = Array.from({ length: SHEET_LIMITS.tiles }, (_, i) => ({ value: String(i + 1), label: String(i + 1) }));
const { tail } = SHEET_LIMITS;
/** What a length in hundredths of an inch may be off, mm: whoever writes the limit as it is shown is within it. */
const SHOWN = 0.13;
type Base = Omit<TrayRequest, 'pieces' | 'mirroredBy'>;

/** The tilings with one side's changed. */
export const withTiling = ({ tilings }: SheetChoices, tiling: Tiling): Tiling[] => [
  ...tilings.filter((one) => one.side !== tiling.side),
  tiling,
];

/** How one side is cut into parts: how many, how they meet, and whether seams run straight. */
export function TilingPanel({
  request,
  paper,
  side,
  tiled,
  name,
  onChange,
}: {
  request: Base;
  paper: Paper;
  side: number;
  /** The side as it is cut now; null while it is in one part. */
  tiled: TiledSide | null;
  name: string;
  /** `gap`: where parts want another one than the job has. */
  onChange: (tilings: Tiling[], gap?: number) => void;
}) {
  const { print } = useJob();
  const { choices } = request;
  const tiling = choices.tilings.find((one) => one.side === side);
  if (!tiling) {
    return (
      <Button
        className="w-full"
        onClick={() => {
          const proposed = proposeTiling(request, side, paper);
          if (!proposed) return;
          const { tiling: found, gap } = proposed;
          const parts = found.columns * found.rows > 1 ? found : { ...found, columns: 2, rows: 1 };
          onChange(withTiling(choices, parts), gap === request.gap ? undefined : gap);
        }}
      >
        Print {name || 'it'} in parts
      </Button>
    );
  }
  const set = (change: Partial<Tiling>) => {
    onChange(withTiling(choices, { ...tiling, ...change }));
  };
  /** As many parts as are wanted, with marks and away from the edges where there is room for that. */
  const divide = (division: { columns: number; rows: number }, seams: Partial<Tiling>) => {
    const found = proposeTiling(request, side, paper, [division]);
    const { tail: own, join, straight, upright, level } = tiling;
    const parts = found
      ? { ...found.tiling, join, straight, upright, level, ...(own !== undefined && { tail: own }), ...seams }
      : { ...tiling, ...division, ...seams };
    onChange(withTiling(choices, parts), found && found.gap < request.gap ? found.gap : undefined);
  };
  const moved = tiling.upright !== null || tiling.level !== null;
  return (
    <fieldset className="space-y-2 border-l-4 border-cyan pl-3">
      <legend className="font-semibold">{name || 'The print'} in parts</legend>
      <div className="grid grid-cols-2 gap-2">
        <Select
          label="Across"
          value={String(tiling.columns)}
          options={counts}
          onChange={(columns) => {
            divide({ columns: Number(columns), rows: tiling.rows }, { upright: null });
          }}
        />
        <Select
          label="Down"
          value={String(tiling.rows)}
          options={counts}
          onChange={(rows) => {
            divide({ columns: tiling.columns, rows: Number(rows) }, { level: null });
          }}
        />
      </div>
      <Choice
        label="Joints"
        value={tiling.join}
        options={[
          { value: 'overlap', label: 'Overlapping' },
          { value: 'butt', label: 'Edge to edge' },
        ]}
        onChange={(join) => {
          set({ join });
        }}
      />
      {tiling.join === 'overlap' && (
        <ParsedField
          label="Overlap"
          shown={print.length(tailOf(tiling))}
          parse={(text) => parseLength(text, print.units.length)}
          limits={(mm) =>
            Math.abs(mm - clamped(mm, tail)) < SHOWN
              ? null
              : `An overlap is from ${print.length(tail.least)} to ${print.length(tail.most)}: ${print.length(TAIL)} as a rule.`
          }
          onValue={(mm) => {
            set({ tail: clamped(mm, tail) });
          }}
        />
      )}
      <p className="text-[14px] text-soft">
        {tiling.join === 'overlap'
          ? `For soft goods: the hatched tail, ${print.length(tailOf(tiling))} wide, goes beneath its neighbour, which is cut right at the seam. Tape on the back.`
          : 'For hard goods: both are cut right at the seam. Any gap shows as a white line.'}
      </p>
      {tiling.marked === false && (
        <p className="text-[14px] text-soft">
          The parts are as large as the paper: there is no room for crosses along their seams. Lay them by the picture,
          edge by edge.
          {tiling.tight && ' They reach to the edges that can be printed; their labels and the foot stand beside them.'}
        </p>
      )}
      <Choice
        label="Seams"
        value={tiling.straight ? 'straight' : 'winding'}
        options={[
          { value: 'straight', label: 'Straight' },
          { value: 'winding', label: 'Around busy parts' },
        ]}
        onChange={(how) => {
          set({ straight: how === 'straight' });
        }}
      />
      {tiled && (
        <ul className="text-[15px]">
          {shownSeams(tiled).map(({ letter, upright, place }) => {
            const { cost, words } = showing(tiled, upright, place);
            const { box } = tiled.map;
            return (
              <li key={letter} className="flex justify-between gap-2">
                <span>
                  <b>{letter}</b> at <span className="figures">{print.length(place - (upright ? box.x : box.y))}</span>
                </span>
                <span className="text-soft">
                  {words} <span className="figures">({cost.toFixed(2)})</span>
                </span>
              </li>
            );
          })}
        </ul>
      )}
      <div className="flex flex-wrap gap-2">
        {moved && (
          <Button
            onClick={() => {
              set({ upright: null, level: null });
            }}
          >
            Move to the quietest place
          </Button>
        )}
        <Button
          onClick={() => {
            onChange(choices.tilings.filter((one) => one.side !== side));
          }}
        >
          In one part
        </Button>
      </div>
    </fieldset>
  );
}
