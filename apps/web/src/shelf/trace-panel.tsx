import { boundsOf, type Polygon } from '@kanga/core/geometry';
import { PPI_LIMITS, SUBJECTS, type Subject } from '@kanga/core/trace';
import { usePrint } from '../data/index.js';
import { Button, Choice, FileField, ParsedField } from '../ui/index.js';
import type { TracedPicture } from '../workers/index.js';
import { FromScanner } from './from-scanner.js';
import { TracedView } from './traced-view.js';
import type { Tracing } from './use-tracing.js';

const SUBJECT_NAMES: Record<Subject, string> = { 'pen line': 'An outline drawn with a pen', blank: 'The blank itself' };
const WORDS = {
  scan: {
    title: 'A scan',
    choose: 'Choose a scan',
    empty:
      'Choose a scan at the right: an outline drawn round the blank with a dark pen, or the blank itself on the glass.',
  },
  photo: {
    title: 'A photograph with a bank card beside the blank',
    choose: 'Choose a photograph',
    empty: 'Choose a photograph at the right: the blank and a bank card beside it, both flat, seen from above.',
  },
} as const;
/** A bank card, ISO/IEC 7810 ID-1, mm. */
const CARD = { width: 85.6, height: 53.98 };

/** The picture that is traced, in the field. */
export function TracePicture({ tracing: { kind, loaded, result, settings, setCorners } }: { tracing: Tracing }) {
  if (!loaded)
    return (
      <p className="absolute inset-0 flex items-center justify-center p-8 text-center text-soft">{WORDS[kind].empty}</p>
    );
  const photo = kind === 'photo';
  return (
    <TracedView
      loaded={loaded}
      result={result}
      corners={photo ? settings.corners : null}
      onCorners={photo ? setCorners : null}
    />
  );
}

/** What was found: how large, how sure, and what to know of it. */
function Found({ traced, onOutline }: { traced: TracedPicture['traced']; onOutline: (points: Polygon) => void }) {
  const print = usePrint();
  const { width, height } = boundsOf(traced.outline);
  return (
    <div className="space-y-2 border-l-4 border-green bg-wash px-3 py-2">
      <p>
        <span className="figures text-xl">{print.size(width, height)}</span>
        <br />
        accurate to about {print.length(Math.max(0.1, traced.uncertainty))}
      </p>
      {traced.remarks.map((remark) => (
        <p key={remark} className="text-[14px]">
          {print.text(remark)}
        </p>
      ))}
      <Button
        tone="strong"
        onClick={() => {
          onOutline(traced.outline);
        }}
      >
        Use this outline
      </Button>
    </div>
  );
}

/** What a scan is traced by: what lies on the glass, and how finely it was scanned. */
function ScanFields({ tracing: { settings, again, take, setFault } }: { tracing: Tracing }) {
  const { least, most } = PPI_LIMITS;
  return (
    <>
      <Choice
        label="What lies on the glass?"
        value={settings.subject}
        options={SUBJECTS.map((value) => ({ value, label: SUBJECT_NAMES[value] }))}
        onChange={(subject) => {
          again({ subject });
        }}
      />
      <ParsedField
        label="Scanned at, pixels per inch"
        shown={String(settings.ppi)}
        hint={settings.said ? 'as the file says' : 'what the scanner was set to'}
        parse={(text) => {
          const value = Number(text);
          return text.trim() !== '' && Number.isFinite(value)
            ? { ok: true, value }
            : { ok: false, problem: `“${text.trim()}” is not a number.` };
        }}
        limits={(value) => (value >= least && value <= most ? null : `From ${least} to ${most}.`)}
        onValue={(ppi) => {
          again({ ppi });
        }}
      />
      <FromScanner
        ppi={settings.ppi}
        onScan={(file, as) => {
          void take(file, as);
        }}
        onFault={setFault}
      />
    </>
  );
}

/** What to set beside the picture, how far the tracing is, and what came of it. */
export function TracePanel({ tracing, onOutline }: { tracing: Tracing; onOutline: (points: Polygon) => void }) {
  const print = usePrint();
  const { kind, settings, progress, fault, result, take, again, cancel } = tracing;
  const { corners } = settings;
  return (
    <div className="space-y-3">
      {result && <Found traced={result.traced} onOutline={onOutline} />}
      <FileField
        title={<span className="font-semibold">{WORDS[kind].title}</span>}
        label={WORDS[kind].choose}
        accept="image/png,image/jpeg,image/webp"
        onFile={(file) => {
          void take(file);
        }}
      />
      {kind === 'photo' ? (
        <p className="text-[14px] text-soft">
          Card and blank flat on one ground of another colour, taken from as straight above as you can. The card is{' '}
          {print.size(CARD.width, CARD.height)}: it gives scale and perspective.
        </p>
      ) : (
        <ScanFields tracing={tracing} />
      )}
      {progress && (
        <div role="status" className="flex items-center gap-2">
          <progress className="h-3 flex-1" max={1} value={progress.share} aria-label="Tracing" />
          <span className="text-[14px]">{progress.doing}</span>
          <Button onClick={cancel}>Cancel</Button>
        </div>
      )}
      {fault && (
        <div role="alert" className="border-l-4 border-magenta bg-wash px-3 py-2">
          <b>{print.text(fault.title)}.</b> {print.text(fault.remedy)}
        </div>
      )}
      {kind === 'photo' && corners && !progress && (
        <Button
          onClick={() => {
            again({ corners });
          }}
        >
          Measure again by these corners
        </Button>
      )}
    </div>
  );
}
