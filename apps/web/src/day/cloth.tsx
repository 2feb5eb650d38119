import type { DayRow } from '@kanga/core/day';
import { pictureUrl } from '../data/index.js';
import type { ShownLoad } from './done-loads.js';
import type { useDrag } from './use-drag.js';

/** How long a cloth hangs down, px. */
const CLOTH = 62;

/** What came off: a cloth in its own colours, a corner of it in magenta where some was spoiled. */
export function DoneCloth({ load, left, right, top }: { load: ShownLoad; left: number; right: number; top: number }) {
  const width = Math.max(8, right - left - 2);
  const y = top + 3;
  return (
    <g role="img" aria-label={load.words}>
      <path d={`M${left - 2} ${top}h${width + 4}`} className="stroke-key" strokeWidth={3} />
      <svg x={left} y={y} width={width} height={CLOTH}>
        <rect width="100%" height="100%" className="fill-magenta" />
        {load.artId && (
          <image
            href={pictureUrl(load.artId, 'thumb')}
            width="100%"
            height="100%"
            preserveAspectRatio="xMidYMid slice"
          />
        )}
        {load.spoiled > 0 && <path d="M0 0h16L0 16z" className="fill-magenta" />}
        <rect width="100%" height="100%" className="fill-none stroke-key" strokeWidth={2} />
      </svg>
      {width > 26 && <Tag label={`${load.number}`} left={left} width={width} bottom={y + CLOTH} />}
      <path
        d={`M${left + Math.min(6, width / 4)} ${top - 6}v13M${left + width - Math.min(6, width / 4)} ${top - 6}v13`}
        className="stroke-yellow-deep"
        strokeWidth={4}
      />
      <title>{load.words}</title>
    </g>
  );
}

/** Which load a cloth is, on its foot. */
const Tag = ({ label, left, width, bottom }: { label: string; left: number; width: number; bottom: number }) => (
  <g>
    <rect
      x={left + 1}
      y={bottom - 19}
      width={Math.min(width - 2, label.length * 8 + 8)}
      height={18}
      className="fill-white"
    />
    <text x={left + 5} y={bottom - 5} className="figures fill-key text-[13px]">
      {label}
    </text>
  </g>
);

/** A load as a cloth that hangs by two pegs: its art, dull while it is to be pressed. */
export function Cloth({
  row,
  left,
  right,
  top,
  clip,
  when,
  chosen,
  onChoose,
  handles,
  lifted = false,
}: {
  row: DayRow;
  left: number;
  right: number;
  top: number;
  clip: string;
  when: string;
  chosen: boolean;
  onChoose?: (task: string) => void;
  /** What it is moved by; left out: it cannot be. */
  handles?: ReturnType<ReturnType<typeof useDrag>['handles']>;
  /** It is held in the hand: when it would begin is said above it. */
  lifted?: boolean;
}) {
  const width = Math.max(6, right - left - 3);
  const y = top + 3;
  const label = `${row.number}${row.loads > 1 ? ` ${row.load}/${row.loads}` : ''}`;
  const whole = `${label} ${row.name}, ${when}`;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={whole}
      className="cursor-pointer touch-pan-y select-none"
      onClick={() => {
        onChoose?.(row.task);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') onChoose?.(row.task);
      }}
      {...handles}
    >
      <clipPath id={clip}>
        <rect x={left} y={y} width={width} height={CLOTH} />
      </clipPath>
      <rect x={left} y={y} width={width} height={CLOTH} className="fill-magenta-dull" />
      {row.artId && (
        <image
          href={pictureUrl(row.artId, 'thumb')}
          x={left}
          y={y}
          width={width}
          height={CLOTH}
          preserveAspectRatio="xMidYMid slice"
          clipPath={`url(#${clip})`}
          className="opacity-60 saturate-[.45]"
        />
      )}
      <rect
        x={left}
        y={y}
        width={width}
        height={CLOTH}
        className={`fill-none ${chosen ? 'stroke-magenta' : 'stroke-key'}`}
        strokeWidth={chosen ? 4 : 1}
      />
      {width > 26 && (
        <g clipPath={`url(#${clip})`}>
          <Tag label={label} left={left} width={width} bottom={y + CLOTH} />
        </g>
      )}
      <path
        d={`M${left + Math.min(6, width / 4)} ${top - 6}v13M${left + width - Math.min(6, width / 4)} ${top - 6}v13`}
        className="stroke-yellow-deep"
        strokeWidth={4}
      />
      {lifted && (
        <g>
          <rect x={left - 1} y={top - 28} width={when.length * 10 + 12} height={23} className="fill-key" />
          <text x={left + 5} y={top - 11} className="figures fill-white text-[16px] font-bold">
            {when}
          </text>
        </g>
      )}
      {row.pinned && <circle cx={left + width / 2} cy={top} r={5} className="fill-magenta" />}
      <title>{whole}</title>
    </g>
  );
}
