import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { approvalState, fingerprintOf } from '@kanga/core/job';
import { addressOf } from '@kanga/contract/route';
import type { ProofLook } from '@kanga/contract/sheet';
import { call, problemFrom, useDay, useMay } from '../data/index.js';
import { May } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button, Choice, Dialog, FileField, ProblemText, TextField } from '../ui/index.js';

/** One look of one side; it says so while it is drawn, and when it cannot be. */
function LookPicture({ src, caption }: { src: string; caption: string }) {
  const [state, setState] = useState<'drawing' | 'here' | 'failed'>('drawing');
  return (
    <figure className="min-w-0 flex-1">
      <div className="flex h-[300px] items-center justify-center bg-wash p-2">
        {state !== 'here' && (
          <p role="status" className="text-soft">
            {state === 'drawing' ? 'Drawing it…' : 'The server could not draw it.'}
          </p>
        )}
        <img
          src={src}
          alt={caption}
          className={state === 'here' ? 'max-h-full max-w-full' : 'hidden'}
          onLoad={() => {
            setState('here');
          }}
          onError={() => {
            setState('failed');
          }}
        />
      </div>
      <figcaption className="pt-1 text-center font-semibold">{caption}</figcaption>
    </figure>
  );
}

/** The ICC profile of the printer and paper: with it the proof can be looked at through what they can show. */
function Profile({ look, name, refresh }: { look: string; name: string | null; refresh: () => void }) {
  const give = useMutation({
    mutationFn: (file: File) => call('setProfile', { query: { name: file.name }, body: file }),
    onSuccess: refresh,
  });
  return (
    <details className="border-t border-rule pt-2">
      <summary className="cursor-pointer font-semibold">Through the printer’s profile{name ? `: ${name}` : ''}</summary>
      <May door="setProfile">
        <FileField
          title={<span className="sr-only">The ICC profile of the printer and paper</span>}
          accept=".icc,.icm"
          onFile={(file) => {
            give.mutate(file);
          }}
        />
      </May>
      {give.isError && <ProblemText problem={problemFrom(give.error)} />}
      {name && (
        <LookPicture key={`${look} ${name}`} src={look} caption="Pressed, as this printer and paper can show it" />
      )}
    </details>
  );
}

function Approval() {
  const { view, session, locked } = useJob();
  const day = useDay();
  const [by, setBy] = useState(view.job.customer);
  const may = useMay();
  const record = useMutation({
    mutationFn: async () => {
      await session.flush();
      const file = session.read().file;
      return call('approve', {
        id: file.job.id,
        body: { by: by.trim(), fingerprint: fingerprintOf(file) },
      });
    },
    onSuccess: (file) => {
      session.take(file);
    },
  });
  const { approval } = view.job;
  const state = approvalState(view);
  return (
    <div className="border-t border-rule pt-3">
      {approval && (
        <p className={`mb-2 border-l-4 pl-3 ${state === 'approved' ? 'border-green' : 'border-magenta'}`}>
          {state === 'approved'
            ? `Approved by ${approval.by} on ${day(approval.at)}.`
            : `${approval.by} approved it on ${day(approval.at)}, but the art has changed since: the approval no longer holds.`}
        </p>
      )}
      {!locked && state !== 'approved' && may('approve') && (
        <form
          className="flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (by.trim() !== '') record.mutate();
          }}
        >
          <div className="flex-1">
            <TextField
              label="Approved by"
              value={by}
              maxLength={120}
              onChange={(event) => {
                setBy(event.target.value);
              }}
            />
          </div>
          <Button type="submit" disabled={by.trim() === '' || record.isPending}>
            Record the approval
          </Button>
        </form>
      )}
      {record.isError && <ProblemText problem={problemFrom(record.error)} />}
    </div>
  );
}

/** How it will look: on paper and pressed, side by side; and what the customer says to it. */
export function ProofDialog() {
  const { view, session, piece } = useJob();
  const [open, setOpen] = useState(false);
  const [side, setSide] = useState(0);
  const [version, setVersion] = useState(0);
  const profile = useQuery({
    queryKey: ['proof-profile'],
    queryFn: () => call('profile'),
    enabled: open,
  });
  const { job, printed, blank } = view;
  const shown = printed.includes(side) ? side : (printed[0] ?? 0);
  const at = (look: ProofLook) => addressOf('proofPicture', { id: job.id, side: shown, look }, { piece, v: version });
  return (
    <Dialog
      wide
      title="Proof"
      open={open}
      onOpenChange={(wanted) => {
        setOpen(wanted);
        // What was changed a moment ago is to be seen.
        if (wanted)
          void session.flush().then(() => {
            setVersion(Date.now());
          });
      }}
      trigger={<Button className="w-full">Proof: paper and pressed…</Button>}
    >
      <div className="space-y-3">
        {printed.length > 1 && (
          <Choice
            label="Side"
            value={String(shown)}
            options={printed.map((one) => ({ value: String(one), label: blank?.sides[one]?.name ?? '' }))}
            onChange={(value) => {
              setSide(Number(value));
            }}
          />
        )}
        {version > 0 && (
          <div className="flex gap-4">
            <LookPicture key={at('paper')} src={at('paper')} caption="On paper: dull" />
            <LookPicture key={at('pressed')} src={at('pressed')} caption="Pressed, on this blank" />
          </div>
        )}
        {version > 0 && (
          <Profile
            look={at('profile')}
            name={profile.data?.name ?? null}
            refresh={() => {
              void profile.refetch();
              setVersion(Date.now());
            }}
          />
        )}
        <p className="text-[14px] text-soft">
          Computed as clear dye over the blank’s own colour; a screen can only come near it. Dull paper is not a fault.
        </p>
        <div className="flex gap-2">
          <a
            className="inline-flex min-h-10 items-center rounded-sm border-[1.5px] border-key/60 bg-white px-3.5 font-semibold hover:bg-wash"
            href={addressOf('proof', { id: job.id })}
            download
          >
            For the customer: PDF
          </a>
          <a
            className="inline-flex min-h-10 items-center rounded-sm border-[1.5px] border-key/60 bg-white px-3.5 font-semibold hover:bg-wash"
            href={at('pressed')}
            download={`kanga-job-${job.number}-proof.png`}
          >
            PNG
          </a>
        </div>
        <Approval />
      </div>
    </Dialog>
  );
}
