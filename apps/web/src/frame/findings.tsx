import { useState } from 'react';
import { grouped, type FindingGroup } from '@kanga/core/finding';
import { Dialog, SeverityMark } from '../ui/index.js';
import { Details, groupTitle, type FindingsProps } from './finding-details.js';

const EDGE = { stop: 'border-magenta', fix: 'border-yellow-deep', note: 'border-cyan' };
const SAID = { stop: 'Stop', fix: 'Worth fixing', note: 'Good to know' };
/** So many stand in the row; others are behind one more. */
const MOST_SHOWN = 3;

const waiverOf = ({ waivers = [] }: FindingsProps, { findings: [finding] }: FindingGroup) =>
  waivers.find((one) => one.code === finding.code && finding.waivable);

/** A finding as a button that opens it. `wrap`: there is room for all of its words. */
function Chip({
  group,
  props,
  wrap = false,
  onOpen,
}: {
  group: FindingGroup;
  props: FindingsProps;
  wrap?: boolean;
  onOpen: (key: string) => void;
}) {
  const {
    key,
    findings: [finding],
  } = group;
  const waiver = waiverOf(props, group);
  return (
    <button
      type="button"
      data-finding={finding.code}
      title={`${groupTitle(group)}. ${finding.why}`}
      onClick={() => {
        onOpen(key);
      }}
      className={`flex min-h-9 max-w-full min-w-0 items-center gap-2 rounded-sm border-[1.5px] bg-white px-2.5 py-1 text-left text-[15px] text-key hover:bg-wash ${EDGE[finding.severity]} ${waiver ? 'opacity-75' : ''}`}
    >
      <SeverityMark severity={finding.severity} size={18} />
      <span className="sr-only">{SAID[finding.severity]}:</span>
      <span className={`${finding.severity === 'note' ? '' : 'font-semibold'} ${wrap ? '' : 'truncate'}`}>
        {groupTitle(group)}
        {waiver && ' (waived)'}
      </span>
    </button>
  );
}

/** Findings behind one button: a list, and each of them opened. `open`: what is shown; null: nothing. */
function FindingsDialog({
  title,
  groups,
  props,
  open,
  onOpen,
}: {
  title: string;
  groups: readonly FindingGroup[];
  props: FindingsProps;
  open: string | null;
  onOpen: (key: string | null) => void;
}) {
  const shown = groups.find(({ key }) => key === open);
  return (
    <Dialog
      title={shown ? groupTitle(shown) : title}
      open={open !== null && groups.length > 0}
      onOpenChange={(now) => {
        if (!now) onOpen(null);
      }}
    >
      {shown ? (
        <Details
          group={shown}
          waiver={waiverOf(props, shown)}
          onWaive={props.onWaive}
          actions={props.actions}
          close={() => {
            onOpen(null);
          }}
        />
      ) : (
        <div className="grid justify-items-start gap-2">
          {groups.map((group) => (
            <Chip key={group.key} group={group} props={props} wrap onOpen={onOpen} />
          ))}
        </div>
      )}
    </Dialog>
  );
}

/** The key under which a list is open, and none of its findings. */
const LIST = '';

/** The one place where the interface warns: a row just above the line, worst first. Each opens to its reason and remedy. What is only good to know stands in `Notes`. */
export function Findings(props: FindingsProps) {
  const [open, setOpen] = useState<string | null>(null);
  const groups = grouped(props.findings).filter(({ findings: [{ severity }] }) => severity !== 'note');
  if (groups.length === 0) return null;
  const shown = groups.slice(0, groups.length > MOST_SHOWN ? MOST_SHOWN - 1 : MOST_SHOWN);
  const more = groups.length - shown.length;
  return (
    <section
      aria-label="Findings"
      className="flex gap-2 border-t border-rule bg-white px-5 py-1.5 max-sm:flex-wrap max-sm:px-3 print:flex-wrap"
    >
      {shown.map((group) => (
        <Chip key={group.key} group={group} props={props} onOpen={setOpen} />
      ))}
      {more > 0 && (
        <button
          type="button"
          className="min-h-9 flex-none rounded-sm border-[1.5px] border-edge px-2.5 text-[15px] font-semibold hover:bg-wash print:hidden"
          onClick={() => {
            setOpen(LIST);
          }}
        >
          {more} more…
        </button>
      )}
      {groups.slice(shown.length).map((group) => (
        <span key={group.key} className="hidden print:inline">
          {groupTitle(group)}
        </span>
      ))}
      <FindingsDialog title="Findings" groups={groups} props={props} open={open} onOpen={setOpen} />
    </section>
  );
}

/** What is only good to know, folded to a count. */
export function Notes(props: FindingsProps) {
  const [open, setOpen] = useState<string | null>(null);
  const groups = grouped(props.findings).filter(({ findings: [{ severity }] }) => severity === 'note');
  if (groups.length === 0) return null;
  return (
    <>
      <button
        type="button"
        data-testid="notes"
        className="flex min-h-11 flex-none items-center gap-2 rounded-sm border-[1.5px] border-current px-3 text-[15px] font-semibold hover:opacity-80"
        onClick={() => {
          setOpen(groups.length === 1 ? (groups[0]?.key ?? LIST) : LIST);
        }}
      >
        <SeverityMark severity="note" size={18} />
        {groups.length} {groups.length === 1 ? 'note' : 'notes'}
      </button>
      <FindingsDialog title="Good to know" groups={groups} props={props} open={open} onOpen={setOpen} />
    </>
  );
}
