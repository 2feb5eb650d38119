import { useState } from 'react';
import { keyed, type Finding, type Waiver } from '@kanga/core/finding';
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

function Details({
  finding,
  waiver,
  onWaive,
  actions,
  close,
}: { finding: Finding; waiver: Waiver | undefined; close: () => void } & Pick<Props, 'onWaive' | 'actions'>) {
  const [reason, setReason] = useState('');
  return (
    <div className="space-y-3">
      <p>
        <b>Why.</b> {finding.why}
      </p>
      <p>
        <b>What to do.</b> {finding.remedy}
      </p>
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
  const list = keyed(findings);
  const shown = list.find(({ key }) => key === open)?.finding;
  if (findings.length === 0) return null;
  return (
    <section
      aria-label="Findings"
      className="flex max-h-[116px] print:max-h-none flex-wrap gap-2 overflow-auto border-t border-rule bg-white px-5 py-2"
    >
      {list.map(({ key, finding }) => {
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
              {finding.title}
              {waiver && ' (waived)'}
            </span>
          </button>
        );
      })}
      <Dialog
        title={shown?.title ?? ''}
        open={shown !== undefined}
        onOpenChange={(now) => {
          if (!now) setOpen(null);
        }}
      >
        {shown && (
          <Details
            finding={shown}
            waiver={waivers.find((w) => w.code === shown.code)}
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
