import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { useShop } from '../data/index.js';
import { useJob } from '../job/index.js';
import { Button, Dialog, Select, TextField, CloseFoot } from '../ui/index.js';
import { MeasuredOffcut } from './measured-offcut.js';
import { readPieces } from './pieces.js';
import { PrintButton } from './print-button.js';

/** The paper that nobody has measured yet. */
const MEASURE = 'measure';

/** Prints single pieces again, on an offcut if there is one. */
export function PrintAgain() {
  const { view, session } = useJob();
  const shop = useShop();
  const { job } = view;
  const papers = [...shop.media].sort((a, b) => Number(b.offcut) - Number(a.offcut));
  // A spoiled piece is sent here with its number.
  const [wanted] = useSearchParams();
  const sent = wanted.get('again') ?? '';
  const [open, setOpen] = useState(sent !== '');
  const [text, setText] = useState(sent);
  const [mediaId, setMediaId] = useState(papers[0]?.id ?? '');
  const media = shop.media.find((one) => one.id === mediaId) ?? papers[0];
  // What is left over was mostly cut from the paper of the job.
  const like = view.media ?? papers.find(({ offcut }) => !offcut) ?? media;
  const printer = shop.printers.find((one) => one.id === media?.printerId);
  const read = readPieces(text, job.pieces);
  return (
    <Dialog
      title="Print pieces again"
      open={open}
      onOpenChange={setOpen}
      trigger={<Button className="w-full">Print pieces again…</Button>}
    >
      <div className="space-y-3">
        <TextField
          label={`Which of the ${job.pieces}?`}
          placeholder="2, 5-7"
          measured
          value={text}
          problem={text === '' || read.ok ? undefined : read.problem}
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
        <Select
          label="On"
          value={mediaId}
          options={[
            ...papers.map(({ id, name, offcut }) => ({
              value: id,
              label: offcut && !/offcut/i.test(name) ? `${name} (offcut)` : name,
            })),
            { value: MEASURE, label: 'Measure another offcut…' },
          ]}
          onChange={setMediaId}
        />
        {mediaId === MEASURE && like && <MeasuredOffcut like={like} onKept={setMediaId} />}
        {mediaId !== MEASURE && media && printer && (
          <PrintButton
            what={{ kind: 'pieces', jobId: job.id, pieces: read.ok ? read.value : [], mediaId: media.id }}
            media={media}
            printer={printer}
            disabled={!read.ok}
            before={() => session.flush()}
            label="Next: the print card…"
          />
        )}
        <CloseFoot
          onClose={() => {
            setOpen(false);
          }}
        />
      </div>
    </Dialog>
  );
}
