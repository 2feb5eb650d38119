import { Link } from 'react-router';
import type { Blank } from '@kanga/core/blank';
import { growRect, unionOf } from '@kanga/core/geometry';
import type { JobView } from '@kanga/core/job';
import { piecesEach, type OrderJob } from '@kanga/core/order';
import { DrawnItems, silhouetteOf } from '../draw/index.js';

/** The height of the largest size on the screen, and the width that all of them share, px: they lie side by side without scrolling where that leaves them large enough to see. */
const ROOM = { tall: 190, least: 110, wide: 830 };
/** Between two sizes, px. */
const GAP = 18;
/** Round the goods, mm. */
const EDGE = 4;

/** One size, drawn with its art at a scale that all sizes of the line share. */
function Size({ job, blank, view, scale }: { job: OrderJob; blank: Blank; view: JobView | undefined; scale: number }) {
  const side = view?.printed[0] ?? 0;
  const { path, folds, box } = silhouetteOf(blank, side);
  const composed = view?.sides[side];
  const around = growRect(composed ? unionOf([box, composed.template.bleedBox]) : box, EDGE);
  const done = job.good >= job.pieces;
  const count = job.pieces / piecesEach(blank);
  return (
    <Link
      to={`/jobs/${job.id}/${job.reached}`}
      className="group flex flex-none flex-col items-center rounded-sm px-1 py-1 hover:bg-wash"
    >
      <svg
        viewBox={`${around.x} ${around.y} ${around.width} ${around.height}`}
        width={around.width * scale}
        height={around.height * scale}
        aria-hidden
        className={done ? '' : 'opacity-80 saturate-[.5]'}
      >
        <path
          d={path}
          fill={blank.baseColour}
          stroke="var(--color-key)"
          strokeWidth="1.4"
          vectorEffect="non-scaling-stroke"
        />
        <path d={folds} fill="none" stroke="var(--color-key)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
        {composed && <DrawnItems drawn={composed.drawn} template={composed.template} size="thumb" />}
      </svg>
      <span className="mt-1 group-hover:underline">
        {blank.size && <b className="mr-1.5">{blank.size}</b>}
        <span className="figures text-[19px] font-semibold">{count}</span>
      </span>
      <span className="text-[14px] text-soft">
        {done
          ? 'done'
          : job.good > 0
            ? `${job.good} of ${job.pieces} good`
            : job.artId === null
              ? 'no art yet'
              : job.atPress
                ? 'at the press'
                : job.follows
                  ? ''
                  : 'own art'}
      </span>
    </Link>
  );
}

/** The sizes of a line side by side at true proportion, each with its art as it comes out. */
export function SizesPicture({
  jobs,
  blanks,
  views,
  onFollow,
}: {
  jobs: readonly OrderJob[];
  blanks: readonly Blank[];
  views: Map<string, JobView> | undefined;
  /** Lets a size have the art of its line again; null: nothing can be changed. */
  onFollow: ((jobId: string) => void) | null;
}) {
  const sizes = jobs.flatMap((job) => {
    const blank = blanks.find(({ id }) => id === job.blankId);
    return blank ? [{ job, blank }] : [];
  });
  const boxes = sizes.map(({ blank }) => growRect(silhouetteOf(blank).box, EDGE));
  const tallest = Math.max(1, ...boxes.map(({ height }) => height));
  const across = boxes.reduce((sum, { width }) => sum + width, 0) || 1;
  const tall = Math.max(ROOM.least, Math.min(ROOM.tall, ((ROOM.wide - GAP * boxes.length) / across) * tallest));
  return (
    <div className="flex items-end gap-2 overflow-x-auto pb-1">
      {sizes.map(({ job, blank }) => (
        <div key={job.id} className="flex flex-none flex-col items-center">
          <Size job={job} blank={blank} view={views?.get(job.id)} scale={tall / tallest} />
          {onFollow && !job.follows && !job.atPress && (
            <button
              type="button"
              className="min-h-10 text-[14px] text-cyan underline"
              onClick={() => {
                onFollow(job.id);
              }}
            >
              Use the line’s art
            </button>
          )}
        </div>
      ))}
    </div>
  );
}
