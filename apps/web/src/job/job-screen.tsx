import { useQueries, useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useCallback, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { artIdsOf, fontsOf, type Art, type Palette, type SideDesign } from '@kanga/core/art';
import { allPressed } from '@kanga/core/bench';
import { bySeverity, STAGES, type Finding, type Stage } from '@kanga/core/finding';
import { atBench, checkPrinted, nextAction, viewJob, type JobFile } from '@kanga/core/job';
import { capitalised } from '@kanga/core/units';
import type { ActualCourse } from '@kanga/contract/bench';
import type { Problem } from '@kanga/contract/finding';
import type { RouteName } from '@kanga/contract/route';
import {
  actualsQuery,
  artOneQuery,
  artQuery,
  BenchOutbox,
  blanksQuery,
  call,
  JobSession,
  JOBS_KEY,
  loadJob,
  printsQuery,
  problemFrom,
  queryClient,
  serverNow,
  type SessionState,
  useDeviceFindings,
  useFaces,
  useFloor,
  useJobFile,
  useLiked,
  useMay,
  usePlateReading,
  usePrint,
  useServerClock,
  useShop,
} from '../data/index.js';
import {
  Border,
  Cloth,
  findingOf,
  Findings,
  Line,
  LookOnly,
  MayFill,
  Notes,
  SetAside,
  type FindingAction,
} from '../frame/index.js';
import { JobContextDoor, type JobContext } from './job-context.js';
import { JobHead } from './job-head.js';
import { doorOf, useAct } from './use-act.js';
import { Pointers } from './pointers.js';

const SCREENS: Record<Stage, React.LazyExoticComponent<() => React.ReactNode>> = {
  blank: lazy(() => import('../blank/index.js')),
  art: lazy(() => import('../art/index.js')),
  sheet: lazy(() => import('../sheet/index.js')),
  stack: lazy(() => import('../stack/index.js')),
  press: lazy(() => import('../press/index.js')),
  inspect: lazy(() => import('../inspect/index.js')),
  pack: lazy(() => import('../pack/index.js')),
};

const isStage = (text: string | undefined): text is Stage => STAGES.some((stage) => stage === text);

const NO_COURSES: ActualCourse[] = [];

/** What is done at a stage goes through this door. Before the press much is only looked at: there each stage says itself what is locked. */
const STAGE_DOORS: Record<Stage, RouteName> = {
  blank: 'changeJob',
  art: 'changeJob',
  sheet: 'changeJob',
  stack: 'changeJob',
  press: 'addEvents',
  inspect: 'addEvents',
  pack: 'packIntoJob',
};

/** A stage for whoever may work on it; the others look. */
function OfStage({ stage, children }: { stage: Stage; children: React.ReactNode }) {
  const door = STAGE_DOORS[stage];
  return (
    <>
      <LookOnly flush door={door} />
      {door === 'changeJob' ? children : <MayFill door={door}>{children}</MayFill>}
    </>
  );
}

/** Loads a job anew whenever another is opened. */
export function JobScreen() {
  const { id = '', stage } = useParams();
  const file = useJobFile(id);
  if (!isStage(stage)) return <Navigate to={`/jobs/${id}/${file.job.reached}`} replace />;
  return <OpenJob key={id} file={file} stage={stage} />;
}

const useSession = (file: JobFile) => {
  const mayChange = useMay()('changeJob');
  const [session] = useState(() => new JobSession(file));
  useEffect(() => {
    session.setFixed(!mayChange);
  }, [session, mayChange]);
  const state = useSyncExternalStore(session.subscribe, session.read);
  const [outbox] = useState(() => new BenchOutbox(file.job.id, file.events, window.localStorage));
  const bench = useSyncExternalStore(outbox.subscribe, outbox.read);
  useEffect(
    () => () => {
      outbox.close();
      void session.flush().then(() => queryClient.invalidateQueries({ queryKey: JOBS_KEY }));
    },
    [outbox, session],
  );
  return { session, state, outbox, bench };
};

/** The blank and the pictures that the job names now, before the server has answered with them. */
function useLinked({ file, pending }: SessionState): Pick<JobFile, 'blank' | 'arts'> {
  const blanks = useQuery(blanksQuery).data;
  const listed = useQuery(artQuery).data;
  const { blankId, design } = { ...file.job, ...pending };
  const ids = artIdsOf(design);
  // What was read in the pixels of a picture comes with the picture alone, not with the list.
  const whole = useQueries({
    queries: ids.filter((id) => !file.arts.some((art) => art.id === id)).map((id) => artOneQuery(id)),
    combine: wholeArts,
  });
  const key = ids.join();
  return useMemo(() => {
    const blank =
      blankId === null
        ? null
        : file.blank?.id === blankId
          ? file.blank
          : (blanks?.find((one) => one.id === blankId) ?? null);
    const known = [...file.arts, ...whole, ...(listed ?? [])];
    const arts = key.split(',').flatMap((id) => known.find((art) => art.id === id) ?? []);
    return { blank, arts };
  }, [file, blankId, key, blanks, listed, whole]);
}

const wholeArts = (results: { data?: Art | undefined }[]): Art[] => results.flatMap(({ data }) => data ?? []);

/** What can be done about trouble with saving: it is shown as any other finding. */
function useTrouble(
  session: JobSession,
  state: SessionState,
  onFault: (error: unknown) => void,
): Partial<Record<string, FindingAction[]>> {
  const { id } = session.job;
  const code = state.trouble?.code;
  return useMemo(() => {
    if (!code) return {};
    const withTheirs = (use: (file: JobFile) => void) => () => {
      loadJob(id).then(use, onFault);
    };
    const theirs = {
      act: withTheirs((file) => {
        session.keepTheirs(file);
      }),
    };
    const mine = {
      act: withTheirs((file) => {
        session.keepMine(file);
      }),
    };
    return code === 'job.changed'
      ? {
          [code]: [
            { label: 'Keep my changes, on top of theirs', ...mine },
            { label: 'Discard mine, show theirs', ...theirs },
          ],
        }
      : {
          [code]: [
            {
              label: 'Try again',
              act: () => {
                session.retry();
              },
            },
            { label: 'Discard my change', ...theirs },
          ],
        };
  }, [session, code, id, onFault]);
}

/** Asks before the page is left while something is not saved. */
function useUnsavedWarning({ pending }: SessionState) {
  const unsaved = pending !== null;
  useEffect(() => {
    if (!unsaved) return;
    const ask = (event: BeforeUnloadEvent) => {
      event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => {
      window.removeEventListener('beforeunload', ask);
    };
  }, [unsaved]);
}

function OpenJob({ file, stage }: { file: JobFile; stage: Stage }) {
  const shop = useShop();
  const floor = useFloor();
  const print = usePrint();
  const liked = useLiked();
  const { session, state, outbox, bench } = useSession(file);
  const [draft, setDraft] = useState<SideDesign[] | null>(null);
  const { act, busy, refusal } = useAct(session, outbox);
  const linked = useLinked(state);
  const [aside, setAside] = useState<Problem | null>(null);
  const onFault = useCallback((error: unknown) => {
    setAside(problemFrom(error));
  }, []);

  // A label's code opens its own piece.
  const [params] = useSearchParams();
  const [piece, setPiece] = useState(() => Math.max(0, Number(params.get('piece') ?? 1) - 1 || 0));
  const faces = useFaces(fontsOf({ ...state.file.job, ...state.pending }.design));
  const palette = useMemo((): Palette => ({ arts: linked.arts, faces }), [linked.arts, faces]);

  // What happens at the press changes nothing of what was chosen: that is worked out once, however large the run.
  const chosen = useMemo(() => {
    const job = { ...state.file.job, ...state.pending, ...(draft ? { design: draft } : {}) };
    const sight = { faces, piece: Math.min(piece, job.pieces - 1), today: serverNow() };
    return viewJob({ ...state.file, ...linked, job, events: [] }, floor, print, sight);
  }, [state, linked, draft, floor, print, faces, piece]);
  const view = useMemo(() => atBench(chosen, bench.events), [chosen, bench.events]);

  useServerClock(onFault);
  useUnsavedWarning(state);
  useHotkeys(
    'mod+z',
    () => {
      session.undo();
    },
    { preventDefault: true },
  );
  useHotkeys(
    'mod+shift+z, mod+y',
    () => {
      session.redo();
    },
    { preventDefault: true },
  );

  const { job, plan } = view;
  const atInspect = stage === 'inspect';
  // What the plate read is known before anything is waved through: all of it could be as planned until then.
  const { data: courses = NO_COURSES, isPending } = useQuery({ ...actualsQuery(session.job.id), enabled: atInspect });
  const reading = usePlateReading(view.bench?.press.id ?? null);
  const devices = useDeviceFindings(view.bench ? [view.bench.press] : []);
  const beforePress = stage === 'stack' || stage === 'press';
  const { data: prints } = useQuery({ ...printsQuery(session.job.id), enabled: beforePress || stage === 'sheet' });
  // Only when it is known what was printed, and nothing on its way to the server would change it.
  const known = beforePress && !state.pending ? prints : undefined;
  const printed = useMemo(() => (known ? checkPrinted(chosen, known) : []), [chosen, known]);
  const may = useMay();
  const locked = job.status === 'closed' || (plan !== null && bench.events.length > 0) || !may('changeJob');
  const troubleActions = useTrouble(session, state, onFault);
  const troubles: Finding[] = [state.trouble, bench.trouble, refusal, aside].flatMap((problem) =>
    problem ? [findingOf(problem, stage)] : [],
  );
  const context: JobContext = {
    view,
    session,
    state,
    outbox,
    bench,
    shop,
    settings: shop.settings,
    print,
    locked,
    setDraft,
    palette,
    piece: Math.min(piece, view.job.pieces - 1),
    setPiece,
    act,
    busy,
  };
  const waive = (code: string, reason: string) => {
    session
      .flush()
      .then(() => call('waive', { id: job.id, body: { code, reason } }))
      .then((fresh) => {
        setAside(null);
        session.take(fresh);
      }, onFault);
  };
  const action = nextAction(view, stage, { now: serverNow(), reading, courses, print, liked });
  const Screen = SCREENS[stage];
  const atPress = stage === 'press' && plan !== null;
  const findings = [...troubles, ...bySeverity([...(atPress ? devices : view.findings[stage]), ...printed])];

  const said = {
    findings,
    waivers: job.waivers,
    ...(locked || !may('waive') ? {} : { onWaive: waive }),
    actions: {
      ...troubleActions,
      ...(bench.trouble ? { [bench.trouble.code]: [{ label: 'Try again', act: () => void outbox.flush() }] } : {}),
    },
  };
  return (
    <JobContextDoor value={context}>
      <Cloth
        title={`Job ${job.number} · ${capitalised(stage)}`}
        head={<JobHead />}
        border={<Border view={view} at={stage} />}
        foot={
          <>
            {stage !== 'press' && <SetAside outbox={outbox} bench={bench} />}
            <Findings {...said} />
            <Line
              action={action}
              onAct={act}
              aside={<Notes {...said} />}
              busy={busy || (atInspect && isPending)}
              loud={atPress && view.bench !== null && !allPressed(view.bench)}
              door={doorOf(action)}
            />
          </>
        }
      >
        <p className="hidden px-4 pt-2 font-big text-2xl font-bold print:block">
          {job.number} · {job.name} · {job.pieces} × {view.blank?.name ?? 'no blank yet'}
        </p>
        <Suspense fallback={<p className="p-6 text-soft">Loading…</p>}>
          <OfStage stage={stage}>
            <Screen />
          </OfStage>
          {may(STAGE_DOORS[stage]) && <Pointers key={stage} stage={stage} />}
        </Suspense>
      </Cloth>
    </JobContextDoor>
  );
}
