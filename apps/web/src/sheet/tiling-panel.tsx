import {
  levelSeamCost,
  proposeTiling,
  seamCost,
  SHEET_LIMITS,
  tiledSide,
  type SheetChoices,
  type Tiling,
  type TrayRequest,
} from '@kanga/core/sheet';
import { useJob } from '../job/index.js';
import { Button, Choice, Select } from '../ui/index.js';

const counts = Array.from({ length: SHEET_LIMITS.tiles }, (_, i) => ({ value: String(i + 1), label: String(i + 1) }));
type Base = Omit<TrayRequest, 'pieces' | 'mirroredBy'>;

/** The tilings with one side's changed. */
export const withTiling = ({ tilings }: SheetChoices, tiling: Tiling): Tiling[] => [
  ...tilings.filter((one) => one.side !== tiling.side),
  tiling,
];

/** How one side is cut into parts: how many, how they meet, and whether seams run straight. */
export function TilingPanel({
  request,
  side,
  name,
  onChange,
}: {
  request: Base;
  side: number;
  name: string;
  onChange: (tilings: Tiling[]) => void;
}) {
  const { print } = useJob();
  const { choices } = request;
  const tiling = choices.tilings.find((one) => one.side === side);
  const without = choices.tilings.filter((one) => one.side !== side);
  if (!tiling) {
    return (
      <Button
        className="w-full"
        onClick={() => {
          const proposed = proposeTiling(request, side);
          if (proposed)
            onChange([
              ...without,
              proposed.columns * proposed.rows > 1 ? proposed : { ...proposed, columns: 2, rows: 1 },
            ]);
        }}
      >
        Print {name || 'it'} in parts
      </Button>
    );
  }
  const set = (change: Partial<Tiling>) => {
    onChange([...without, { ...tiling, ...change }]);
  };
  const tiled = tiledSide(request, side);
  const seams = tiled
    ? [
        ...tiled.seams.upright.map((seam, i) => ({ at: tiling.upright?.[i] ?? seam[0]?.x ?? 0, upright: true })),
        ...tiled.seams.level.map((seam, i) => ({ at: tiling.level?.[i] ?? seam[0]?.y ?? 0, upright: false })),
      ]
    : [];
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
            set({ columns: Number(columns), upright: null });
          }}
        />
        <Select
          label="Down"
          value={String(tiling.rows)}
          options={counts}
          onChange={(rows) => {
            set({ rows: Number(rows), level: null });
          }}
        />
      </div>
      <Choice
        label="They meet"
        value={tiling.join}
        options={[
          { value: 'overlap', label: 'Overlapping' },
          { value: 'butt', label: 'Edge to edge' },
        ]}
        onChange={(join) => {
          set({ join });
        }}
      />
      <p className="text-[14px] text-soft">
        {tiling.join === 'overlap'
          ? 'For soft goods: the hatched tail goes beneath its neighbour, which is cut right at the seam. Tape on the back.'
          : 'For hard goods: both are cut right at the seam. Any gap shows as a white line.'}
      </p>
      <Choice
        label="Seams"
        value={tiling.straight ? 'straight' : 'winding'}
        options={[
          { value: 'straight', label: 'Straight' },
          { value: 'winding', label: 'Round what is busy' },
        ]}
        onChange={(how) => {
          set({ straight: how === 'straight' });
        }}
      />
      {tiled && (
        <ul className="text-[15px]">
          {seams.map(({ at, upright }, i) => {
            const cost = upright ? seamCost(tiled.map, at) : levelSeamCost(tiled.map, at);
            const { box } = tiled.map;
            return (
              <li key={i} className="flex justify-between gap-2">
                <span>
                  <b>{String.fromCharCode(65 + i)}</b> at{' '}
                  <span className="figures">{print.length(at - (upright ? box.x : box.y))}</span>
                </span>
                <span className="text-soft">
                  {cost < 0.25 ? 'hardly shows' : cost < 0.6 ? 'shows a little' : cost < 1.2 ? 'shows' : 'shows badly'}{' '}
                  <span className="figures">({cost.toFixed(2)})</span>
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
            Quietest again
          </Button>
        )}
        <Button
          onClick={() => {
            onChange(without);
          }}
        >
          In one part
        </Button>
      </div>
    </fieldset>
  );
}
