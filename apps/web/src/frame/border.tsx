import { NavLink } from 'react-router';
import { STAGES, type Stage } from '@kanga/core/finding';
import { ripeness, type JobView } from '@kanga/core/job';
import { DULL, MotifBand, VIVID } from './motif.js';

const NAMES: Record<Stage, string> = {
  blank: 'Blank',
  art: 'Art',
  sheet: 'Sheet',
  stack: 'Stack',
  press: 'Press',
  inspect: 'Inspect',
  pack: 'Pack',
};
const SAID = { done: 'done', blocked: 'needs fixing', todo: 'to do' };

/** The band of stage tiles along the top, woven into one cloth: each is dull until it is done. Low, since the field is for the picture; it grows when it is pointed at. */
export function Border({ view, at }: { view: JobView; at: Stage }) {
  return (
    <nav
      aria-label="Stages"
      className="group/border no-print relative z-[1] -mx-3.5 h-[30px] bg-key pointer-coarse:h-tap"
    >
      <div className="absolute inset-x-0 top-0 flex h-full transition-[height] group-hover/border:h-[74px] group-has-[:focus-visible]/border:h-[74px]">
        {STAGES.map((stage) => {
          const ripe = ripeness(view, stage);
          const vivid = ripe === 'done' || stage === at;
          return (
            <NavLink
              key={stage}
              to={`/jobs/${view.job.id}/${stage}`}
              replace
              className={`on-dark relative block overflow-hidden ${stage === at ? 'flex-[1.3]' : 'flex-1'}`}
              aria-label={`${NAMES[stage]}: ${SAID[ripe]}`}
              aria-current={stage === at ? 'step' : undefined}
            >
              <MotifBand stage={stage} dyes={vivid ? VIVID : DULL} scale={0.405} />
              <span
                className={`absolute bottom-0 left-0 flex h-[30px] items-center pointer-coarse:h-tap gap-1.5 pr-3 font-semibold max-sm:px-1.5 max-sm:text-[13px] ${
                  stage === at
                    ? 'bg-white pl-4 text-[18px] max-sm:text-[14px]'
                    : vivid
                      ? 'bg-white pl-3'
                      : 'bg-wash pl-3 text-soft'
                }`}
              >
                {NAMES[stage]}
                {ripe === 'done' && (
                  <svg width="15" height="13" viewBox="0 0 15 13" aria-hidden>
                    <path d="M1.5 6.5 6 11l7.5-9" className="stroke-green" strokeWidth="2.6" fill="none" />
                  </svg>
                )}
                {ripe === 'blocked' && (
                  <svg width="13" height="13" viewBox="0 0 13 13" aria-hidden>
                    <path d="M4 .5h5L12.5 4v5L9 12.5H4L.5 9V4z" className="fill-magenta" />
                  </svg>
                )}
              </span>
            </NavLink>
          );
        })}
      </div>
    </nav>
  );
}
