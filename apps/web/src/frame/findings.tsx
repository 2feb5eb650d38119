import { useState } from 'react';
import { grouped, type Finding, type FindingGroup, type Waiver } from '@kanga/core/finding';
import { Button, Dialog, FormFoot, SeverityMark } from '../ui/index.js';

const EDGE = { stop: 'border-magenta', fix: 'border-[#8a6500]', note: 'border-cyan' };
const SAID = { stop: 'Stop', fix: 'Worth mending', note: 'Good to know' };

export interface FindingAction {
  label: string;
  act: () => void;
}

interface Props {
  findings: readonly Finding[];
  waivers?: readonly Waiver[];
  onWaive?: (code: string, reason: string) => void;
  /** More that can be done about a finding, by its code. */
  actions?: Partial<Record<string, FindingAction[]>>;
}

/** Reasons and remedies of a group, each said once; where they differ by side, with the side. */
function Reasons({ group: { findings } }: { group: FindingGroup }) {
  const said = new Map<string, { finding: Finding; sides: string[] }>();
  for (const finding of findings) {
    const words = `${finding.why}\n${finding.remedy}`;
    const one = said.get(words) ?? { finding, sides: [] };
    said.set(words, one);
    if (finding.where.sideName) one.sides.push(finding.where.sideName);
  }
  return [...said.entries()].map(([words, { finding, sides }]) => (
    <div key={words} className="space-y-3">
      {said.size > 1 && sides.length > 0 && <h3 className="font-semibold">{[...new Set(sides)].join(', ')}</h3>}
      <p>
        <b>Why.</b> {finding.why}
      </p>
      <p>
        <b>What to do.</b> {finding.remedy}
      </p>
    </div>
  ));
}

const groupTitle = ({ findings: [first], sides }: FindingGroup): string =>
  sides.length === 0 ? first.title : `${first.title} · ${sides.join(', ')}`;

function Details({
  group,
  waiver,
  onWaive,
  actions,
  close,
}: { group: FindingGroup; waiver: Waiver | undefined; close: () => void } & Pick<Props, 'onWaive' | 'actions'>) {
  const [reason, setReason] = useState('');
  const [finding] = group.findings;
  return (
    <div className="space-y-3">
      <Reasons group={group} />
      {waiver && (
        <p className="border-l-4 border-yellow pl-3">
          Waived on {waiver.at.slice(0, 10)}: “{waiver.reason}”
        </p>
      )}
      {(actions?.[finding.code] ?? []).map((action) => (
        <Button
          key={action.label}
          tone="strong"
          onClick={() => {
            action.act();
            close();
          }}
        >
          {action.label}
        </Button>
      ))}
      {finding.severity === 'stop' && finding.waivable && !waiver && onWaive && (
        <form
          className="space-y-2 border-t border-rule pt-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (reason.trim() === '') return;
            onWaive(finding.code, reason.trim());
            close();
          }}
        >
          <label htmlFor="waiver-reason" className="block font-semibold">
            Go on all the same? Say why; it is kept with the job.
          </label>
          <input
            id="waiver-reason"
            className="w-full rounded-sm border-[1.5px] border-key/50 px-2.5 py-2"
            maxLength={500}
            value={reason}
            onChange={(event) => {
              setReason(event.target.value);
            }}
          />
          <FormFoot problem={null} onCancel={close} label="Waive it" disabled={reason.trim() === ''} tone="danger" />
        </form>
      )}
      {!(finding.severity === 'stop' && finding.waivable && !waiver && onWaive) && (
        <div className="flex justify-end">
          <Button onClick={close}>Close</Button>
        </div>
      )}
    </div>
  );
}

/** The one place where the interface warns: just above the line, worst first. Each opens to its reason and remedy. */
export function Findings({ findings, waivers = [], onWaive, actions }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const list = grouped(findings);
  const shown = list.find(({ key }) => key === open);
  if (findings.length === 0) return null;
  return (
    <section
      aria-label="Findings"
      className="flex max-h-[116px] print:max-h-none flex-wrap gap-2 overflow-auto border-t border-rule bg-white px-5 py-2"
    >
      {list.map((group) => {
        const {
          key,
          findings: [finding],
        } = group;
        const waiver = waivers.find((w) => w.code === finding.code && finding.waivable);
        return (
          <button
            key={key}
            type="button"
            data-finding={finding.code}
            title={finding.why}
            onClick={() => {
              setOpen(key);
            }}
            className={`flex min-h-8 max-w-full items-center gap-2 rounded-sm border-[1.5px] px-2.5 py-1 text-left text-[15px] hover:bg-wash ${EDGE[finding.severity]} ${waiver ? 'opacity-75' : ''}`}
          >
            <SeverityMark severity={finding.severity} size={18} />
            <span className="sr-only">{SAID[finding.severity]}:</span>
            <span className={finding.severity === 'note' ? '' : 'font-semibold'}>
              {groupTitle(group)}
              {waiver && ' (waived)'}
            </span>
          </button>
        );
      })}
      <Dialog
        title={shown ? groupTitle(shown) : ''}
        open={shown !== undefined}
        onOpenChange={(now) => {
          if (!now) setOpen(null);
        }}
      >
        {shown && (
          <Details
            group={shown}
            waiver={waivers.find((w) => w.code === shown.findings[0].code)}
            onWaive={onWaive}
            actions={actions}
            close={() => {
              setOpen(null);
            }}
          />
        )}
      </Dialog>
    </section>
  );
}
