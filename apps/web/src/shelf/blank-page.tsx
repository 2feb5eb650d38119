import { useMutation, useSuspenseQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { buildOfFamily, descriptionOf, EMPTY_BLANK, type Blank, type BlankDescription } from '@kanga/core/blank';
import { crossingOf } from '@kanga/core/geometry';
import { changeOf } from '@kanga/core/job';
import { proposedAgain, saidFor } from '@kanga/core/art';
import type { NewBlank } from '@kanga/contract/blank';
import { addressOf } from '@kanga/contract/route';
import { ApiError, blanksQuery, call, problemFrom, queryClient } from '../data/index.js';
import { Cloth, Field, LookOnly, MayFill } from '../frame/index.js';
import { Button, Choice, ProblemText, TextField } from '../ui/index.js';
import { ClothPanel, StockPanel } from './cloth-panel.js';
import { DrawingPanel } from './drawing-panel.js';
import { OutlineEditor } from './outline-editor.js';
import { OutlineTools } from './outline-tools.js';
import { ShapePanel } from './shape-panel.js';
import { TracePanel, TracePicture } from './trace-panel.js';
import { useTracing } from './use-tracing.js';
import { useDraft, type Draft } from './use-draft.js';

const WAYS = [
  { value: 'measured', label: 'Measured' },
  { value: 'scan', label: 'Scan' },
  { value: 'photo', label: 'Photograph' },
  { value: 'drawing', label: 'SVG or DXF' },
] as const;
type Way = (typeof WAYS)[number]['value'];
const PARTS = [
  { value: 'shape', label: 'Shape' },
  { value: 'cloth', label: 'Cloth' },
  { value: 'rest', label: 'Sheet and stock' },
] as const;
type Part = (typeof PARTS)[number]['value'];

/** Puts a blank on the shelf or saves it; for a job it is chosen there at once. */
function useKeep(known: Blank | null, jobId: string | null) {
  const navigate = useNavigate();
  return useMutation({
    mutationFn: async (blank: NewBlank) => {
      const tidy = { ...blank, name: blank.name.trim() };
      const kept = known
        ? await call('changeBlank', { id: known.id, body: { ...tidy, version: known.version } })
        : await call('addBlank', { body: tidy });
      if (jobId) {
        const { job } = await call('job', { id: jobId });
        const design = saidFor(proposedAgain(job.design), kept);
        const file = await call('changeJob', {
          id: jobId,
          body: { ...changeOf(job), blankId: kept.id, bleed: null, overrides: {}, design },
        });
        // The job's own screen begins from what is kept here: it has to be the job as it is now.
        queryClient.setQueryData(['job', jobId], file);
      }
      return kept;
    },
    onSuccess: async () => {
      await queryClient.invalidateQueries(blanksQuery);
      await navigate(jobId ? `/jobs/${jobId}/blank` : '/shelf');
    },
  });
}

function ShapePart({
  draft,
  way,
  setWay,
  panel,
  picked,
  onPick,
}: {
  draft: Draft;
  way: Way;
  setWay: (way: Way) => void;
  panel: React.ReactNode;
  picked: number | null;
  onPick: (keepOut: number | null) => void;
}) {
  return (
    <div className="space-y-3">
      {draft.blank.sides.length > 1 && (
        <Choice
          label="Side"
          value={String(draft.side)}
          options={draft.blank.sides.map((one, i) => ({ value: String(i), label: one.name }))}
          onChange={(value) => {
            draft.setSide(Number(value));
          }}
        />
      )}
      <Choice label="How do you get its shape?" value={way} options={WAYS} onChange={setWay} />
      {panel}
      <OutlineTools draft={draft} picked={picked} onPick={onPick} />
    </div>
  );
}

/** A blank that nobody has said anything of yet is built as its kind mostly is. */
const NEW_BLANK: BlankDescription = {
  ...EMPTY_BLANK,
  ...buildOfFamily(EMPTY_BLANK.family),
  // A cushion cover as most are: 40 cm, 15 3/4 in.
  sides: [{ name: 'front', outline: { kind: 'rectangle', width: 400, height: 400, radius: 0 }, keepOuts: [] }],
};

function Workbench({ known, jobId }: { known: Blank | null; jobId: string | null }) {
  const draft = useDraft(known ? descriptionOf(known) : NEW_BLANK);
  const [part, setPart] = useState<Part>('shape');
  const [way, setWay] = useState<Way>('measured');
  const [picked, setPicked] = useState<number | null>(null);
  const keep = useKeep(known, jobId);
  const { blank, shown } = draft;
  const takeOutline = (points: readonly { x: number; y: number }[]) => {
    draft.setPoints(points);
    setWay('measured');
  };
  const scan = useTracing('scan');
  const photo = useTracing('photo');
  const tracing = part === 'shape' && way === 'scan' ? scan : part === 'shape' && way === 'photo' ? photo : null;
  useHotkeys('mod+z', () => draft.undo?.(), { preventDefault: true });
  useHotkeys('mod+shift+z, mod+y', () => draft.redo?.(), { preventDefault: true });
  useEffect(() => {
    if (!draft.changed || keep.isSuccess) return;
    const ask = (event: BeforeUnloadEvent) => {
      event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => {
      window.removeEventListener('beforeunload', ask);
    };
  }, [draft.changed, keep.isSuccess]);
  const crossing = blank.sides.some((one) => one.outline.kind === 'polygon' && crossingOf(one.outline.points));
  const back = jobId ? `/jobs/${jobId}/blank` : '/shelf';
  const traced = shown?.outline.kind === 'polygon';
  return (
    <Cloth title={`${known ? known.name : 'A new blank'} · Shelf`} head={<b>{known ? known.name : 'A new blank'}</b>}>
      <Field
        title={tracing ? 'Is the red line where the edge is?' : 'What shape is the print area, at true size?'}
        picture={
          <div className="relative h-full min-h-[420px] overflow-hidden border border-rule bg-wash">
            {tracing ? (
              <TracePicture tracing={tracing} />
            ) : (
              <OutlineEditor draft={draft} picked={picked} onPick={setPicked} />
            )}
          </div>
        }
        ledger={
          <MayFill door="changeBlank">
            <LookOnly door="changeBlank" />
            <form
              className="space-y-3"
              onSubmit={(event) => {
                event.preventDefault();
                if (blank.name.trim() !== '' && !crossing) keep.mutate(blank);
              }}
            >
              <TextField
                label="What is it?"
                placeholder="Square cushion, 30 cm"
                maxLength={120}
                value={blank.name}
                onChange={(event) => {
                  draft.change({ name: event.target.value }, true);
                }}
              />
              <div className="flex gap-2">
                <Button
                  type="submit"
                  tone="strong"
                  className="flex-1"
                  disabled={blank.name.trim() === '' || crossing || keep.isPending}
                >
                  {known ? 'Save' : 'Add to the shelf'}
                </Button>
                <Button aria-label="Undo" disabled={!draft.undo} onClick={() => draft.undo?.()}>
                  ↶
                </Button>
                <Button aria-label="Redo" disabled={!draft.redo} onClick={() => draft.redo?.()}>
                  ↷
                </Button>
              </div>
              {keep.isError && (
                <ProblemText
                  problem={keep.error instanceof ApiError ? withFaults(keep.error) : problemFrom(keep.error)}
                />
              )}
              <Choice label="Part" value={part} options={PARTS} onChange={setPart} />
              {part === 'shape' && (
                <ShapePart
                  draft={draft}
                  way={way}
                  setWay={setWay}
                  picked={picked}
                  onPick={setPicked}
                  panel={
                    tracing ? (
                      <TracePanel tracing={tracing} onOutline={takeOutline} />
                    ) : way === 'drawing' ? (
                      <DrawingPanel onOutline={takeOutline} />
                    ) : traced ? (
                      <p className="text-[15px] text-soft">
                        Drag a point; press an edge twice to add one; Delete removes the chosen one.{' '}
                        <button
                          type="button"
                          className="inline-flex min-h-tap items-center text-cyan underline"
                          onClick={() => {
                            draft.setOutline({ kind: 'rectangle', width: 190, height: 190, radius: 0 });
                          }}
                        >
                          Begin with a measured shape
                        </button>
                      </p>
                    ) : (
                      <ShapePanel draft={draft} />
                    )
                  }
                />
              )}
              {part === 'cloth' && <ClothPanel draft={draft} />}
              {part === 'rest' && <StockPanel draft={draft} />}
              <p className="flex gap-4 border-t border-rule pt-2">
                <Link to={back} className="inline-flex min-h-tap items-center text-cyan underline">
                  Discard changes
                </Link>
                {known && (
                  <a
                    href={addressOf('blankTemplate', { id: known.id, side: draft.side })}
                    className="inline-flex min-h-tap items-center text-cyan underline"
                    download
                  >
                    Template as PDF
                  </a>
                )}
              </p>
            </form>
          </MayFill>
        }
      />
    </Cloth>
  );
}

/** The first thing that is wrong, said whole. */
const withFaults = ({ problem }: ApiError) => {
  const [first] = problem.faults;
  return first ? { ...problem, title: first.message } : problem;
};

/** One blank: its shape at true size, its cloth, and what its maker says. */
export function BlankPage() {
  const { id = 'new' } = useParams();
  const [query] = useSearchParams();
  const { data: blanks } = useSuspenseQuery(blanksQuery);
  const known = blanks.find((blank) => blank.id === id) ?? null;
  if (id !== 'new' && !known)
    throw new ApiError(404, {
      code: 'blank.unknown',
      title: 'There is no such blank on the shelf',
      remedy: 'Go back to the shelf and choose another.',
      faults: [],
    });
  return <Workbench key={id} known={known} jobId={query.get('job')} />;
}
