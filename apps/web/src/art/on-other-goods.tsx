import { useSuspenseQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { proposedAgain, saidFor } from '@kanga/core/art';
import { dyeShareOf, filmFor, readsRight, type Blank } from '@kanga/core/blank';
import { svgPath } from '@kanga/core/geometry';
import { viewJob, type JobChange, type JobView } from '@kanga/core/job';
import { blanksQuery, useFloor } from '../data/index.js';
import { BlankCard, DrawnItems, InkLooks } from '../draw/index.js';
import { useJob } from '../job/index.js';
import { Button, Dialog, finder, SearchField } from '../ui/index.js';

/** As many stand side by side at most. */
const MOST = 4;
/** Dye on cloth of less polyester than this is washed out: what is left is a shadow. */
const SHADOW = { below: 50, opacity: 0.12 };

/** The print roughly as it comes out on the goods: dye lets the cloth show through, an opaque film does not. */
function OnCloth({ view }: { view: JobView }) {
  const { blank, film, sides, printed } = view;
  const side = sides[printed[0] ?? 0];
  if (!blank || !side) return null;
  const { template, drawn } = side;
  const { x, y, width, height } = template.bleedBox;
  const share = dyeShareOf(blank.fibre);
  const opacity = film ? 1 : share < SHADOW.below ? SHADOW.opacity : share / 100;
  return (
    <svg
      viewBox={`${x} ${y} ${width} ${height}`}
      className="h-full w-full"
      role="img"
      aria-label={`Roughly as it comes out on ${blank.name}`}
    >
      <g style={{ isolation: 'isolate' }}>
        <path d={svgPath(template.bleedPolygon)} fill={blank.baseColour} />
        <g style={{ mixBlendMode: readsRight(film) ? 'normal' : 'multiply' }} opacity={opacity}>
          <DrawnItems drawn={drawn} template={template} />
        </g>
      </g>
    </svg>
  );
}

type Choosing = Pick<JobChange, 'blankId' | 'bleed' | 'design' | 'overrides'>;
/** The job on goods of the comparison; `change`: what takes them, null for its own. */
interface Shown {
  blank: Blank;
  seen: JobView;
  change: Choosing | null;
}

/** What choosing a blank for this job changes: with film where dye is the wrong thing, and goods take one. */
function changeFor(blank: Blank, { job }: JobView, wrong: boolean): Choosing {
  return {
    blankId: blank.id,
    bleed: null,
    design: saidFor(proposedAgain(job.design), blank),
    overrides: wrong && filmFor(blank) ? { process: 'film' } : {},
  };
}

function Column({ view, chosen, onTake }: { view: JobView; chosen: boolean; onTake: (() => void) | null }) {
  const { print } = useJob();
  const { blank, fitness, film, stack, blocks, templates, printed } = view;
  const template = templates[printed[0] ?? 0];
  if (!blank || !fitness) return null;
  const stops = [...blocks.blank, ...blocks.art, ...blocks.stack];
  const wrong = fitness.verdict === 'wrong process';
  return (
    <section aria-label={blank.name} className="flex min-w-0 flex-col gap-1.5 border-t-4 border-key pt-1.5">
      <h3 className="min-h-11 font-semibold leading-tight">{blank.name}</h3>
      <div className="h-[125px] bg-wash p-1.5">
        <OnCloth view={view} />
      </div>
      <p className={`text-[15px] ${wrong && !film ? 'font-semibold text-magenta' : ''}`}>
        {film ? <b>{film.name}</b> : <b className="first-letter:uppercase">{fitness.verdict}</b>}
        {film ? ', for dye is the wrong process here' : `: ${fitness.seen.join(', ')}`}
      </p>
      {!film && <InkLooks fitness={fitness} brief />}
      <dl className="text-[15px]">
        {template && (
          <div className="flex justify-between gap-2 border-t border-rule py-0.5">
            <dt className="flex-none text-soft">Print area</dt>
            <dd className="figures">{print.size(template.width, template.height)}</dd>
          </div>
        )}
        {stack && (
          <div className="flex justify-between gap-2 border-t border-rule py-0.5">
            <dt className="flex-none text-soft">Pressed</dt>
            <dd className="figures">
              {print.temperature(stack.settings.temperature.value)}, {stack.settings.dwell.value} s
            </dd>
          </div>
        )}
        <div className="flex justify-between gap-2 border-t border-rule py-0.5">
          <dt className="flex-none text-soft">In the way</dt>
          <dd className="text-right">{stops.length === 0 ? 'nothing' : (stops[0]?.title ?? '')}</dd>
        </div>
      </dl>
      <Button className="mt-auto w-full" disabled={chosen || onTake === null} onClick={() => onTake?.()}>
        {chosen ? 'This job’s goods' : film ? 'Choose it, with film' : 'Choose this one'}
      </Button>
    </section>
  );
}

function Comparison({ onDone }: { onDone: () => void }) {
  const { view, session, palette, print, locked } = useJob();
  const floor = useFloor();
  const { data: all } = useSuspenseQuery(blanksQuery);
  const [sought, setSought] = useState('');
  const own = view.blank;
  const [ids, setIds] = useState<readonly string[]>(own ? [own.id] : []);
  const finds = finder(sought);
  const shelf = all.filter((blank) => !blank.archived && finds(`${blank.name} ${blank.family} ${blank.range ?? ''}`));
  const views = useMemo(
    () =>
      ids.flatMap((id): Shown[] => {
        const blank = id === own?.id ? own : all.find((one) => one.id === id);
        if (!blank) return [];
        if (blank === own) return [{ blank, seen: view, change: null }];
        const see = (wrong: boolean): Shown => {
          const change = changeFor(blank, view, wrong);
          const job = { ...view.job, ...change, pressId: null, mediaId: null };
          const { arts } = view;
          return {
            blank,
            change,
            seen: viewJob({ job, blank, arts, plan: null, events: [] }, floor, print, { faces: palette.faces }),
          };
        };
        const dyed = see(false);
        return [dyed.seen.fitness?.verdict === 'wrong process' ? see(true) : dyed];
      }),
    [ids, all, own, view, floor, print, palette.faces],
  );
  return (
    <div className="space-y-3">
      <SearchField
        label="Find goods to compare"
        placeholder="Find goods: tee, mask, tote …"
        value={sought}
        onChange={setSought}
      />
      <div className="flex gap-2 overflow-x-auto pb-1.5" role="group" aria-label={`Goods to compare, up to ${MOST}`}>
        {shelf.map((blank) => {
          const on = ids.includes(blank.id);
          return (
            <BlankCard
              key={blank.id}
              blank={blank}
              type="checkbox"
              checked={on}
              disabled={!on && ids.length >= MOST}
              onChange={() => {
                setIds(on ? ids.filter((id) => id !== blank.id) : [...ids, blank.id]);
              }}
            />
          );
        })}
      </div>
      <div className="grid auto-cols-fr grid-flow-col gap-4 max-sm:grid-flow-row">
        {views.map(({ blank, seen, change }) => (
          <Column
            key={blank.id}
            view={seen}
            chosen={blank.id === own?.id}
            onTake={
              change && !locked
                ? () => {
                    session.change(change);
                    onDone();
                  }
                : null
            }
          />
        ))}
      </div>
      {ids.length < 2 && (
        <p className="text-soft">Choose up to {MOST} goods above: the picture is shown on each of them.</p>
      )}
    </div>
  );
}

/** The picture on several goods, side by side: what it comes out as, how it is pressed, and what stands in the way. */
export function OnOtherGoods() {
  const [open, setOpen] = useState(false);
  return (
    <Dialog
      title="On other goods"
      wide
      open={open}
      onOpenChange={setOpen}
      trigger={<Button className="w-full">On other goods…</Button>}
    >
      {open && (
        <Comparison
          onDone={() => {
            setOpen(false);
          }}
        />
      )}
    </Dialog>
  );
}
