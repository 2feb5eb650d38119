import { useState } from 'react';
import type { Finding, FindingGroup, Waiver } from '@kanga/core/finding';
import { useDay } from '../data/index.js';
import { Button, FormFoot } from '../ui/index.js';

export interface FindingAction {
  label: string;
  act: () => void;
}

export interface FindingsProps {
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

/** What a group says, with the sides that it says it of. */
export const groupTitle = ({ findings: [first], sides }: FindingGroup): string =>
  sides.length === 0 ? first.title : `${first.title} · ${sides.join(', ')}`;

/** Why a finding is one, what to do, and what can be done from here. */
export function Details({
  group,
  waiver,
  onWaive,
  actions,
  close,
}: { group: FindingGroup; waiver: Waiver | undefined; close: () => void } & Pick<
  FindingsProps,
  'onWaive' | 'actions'
>) {
  const [reason, setReason] = useState('');
  const day = useDay();
  const [finding] = group.findings;
  return (
    <div className="space-y-3">
      <Reasons group={group} />
      {waiver && (
        <p className="border-l-4 border-yellow pl-3">
          Waived on {day(waiver.at)}: “{waiver.reason}”
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
            Go on anyway? Say why; it is kept with the job.
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
