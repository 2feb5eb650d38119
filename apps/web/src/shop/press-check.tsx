import { useState } from 'react';
import { AIMING, STRIP_SIDES } from '@kanga/core/heat';
import type { Press } from '@kanga/core/shop';
import type { PressWords } from '@kanga/contract/shop';
import { call, problemFrom, usePrint } from '../data/index.js';
import { Button, Choice, Dialog, FormFoot, TextField } from '../ui/index.js';
import { useSaveFloor } from './floor.js';
import { PlateReading } from './plate-reading.js';
import { ReadingFields } from './reading-fields.js';
import { GRIDS, usePressCheck, type Grid, type PressChecking } from './use-press-check.js';

/** What is noted beside the readings: whether the plate is curved, and which strips of paper it held. */
function PlateNotes({ checking: { noted, note } }: { checking: PressChecking }) {
  return (
    <>
      <Choice
        label="The plate is"
        value={noted.curved ? 'curved' : 'flat'}
        options={[
          { value: 'flat', label: 'Flat' },
          { value: 'curved', label: 'A curved element' },
        ]}
        onChange={(value) => {
          note({ curved: value === 'curved' });
        }}
      />
      <fieldset className="grid grid-cols-2 gap-2">
        <legend className="mb-1 font-semibold">A strip of paper, half in, half out, pulled</legend>
        {STRIP_SIDES.map((side) => (
          <Choice
            key={side}
            label={side}
            value={noted.strips[side]}
            options={[
              { value: 'held', label: 'Held' },
              { value: 'slid', label: 'Slid out' },
            ]}
            onChange={(value) => {
              note({ strips: { ...noted.strips, [side]: value } });
            }}
          />
        ))}
      </fieldset>
    </>
  );
}

/** The check, step by step: the dial, a grid of readings, four strips; and at once the picture they make. */
function CheckForm({ press, onDone, onCancel }: { press: Press; onDone: () => void; onCancel: () => void }) {
  const print = usePrint();
  const checking = usePressCheck(press);
  const { noted, note, judged } = checking;
  const save = useSaveFloor((body: PressWords) => call('setPress', { id: press.id, body }), onDone);
  return (
    <form
      className="grid gap-5 md:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!judged.ready) return;
        const { id, ...words } = press;
        void id;
        save.mutate({ ...words, check: judged.check });
      }}
    >
      <div className="space-y-3">
        <ol className="list-decimal pl-5 text-[15px]">
          {AIMING.map((rule) => (
            <li key={rule}>{print.text(rule)}</li>
          ))}
        </ol>
        <div className="grid grid-cols-2 gap-3">
          <TextField
            label="The dial stands at"
            measured
            value={noted.dial}
            problem={judged.dialProblem}
            onChange={(event) => {
              note({ dial: event.target.value });
            }}
          />
          <TextField
            label="Operator"
            maxLength={80}
            value={noted.by}
            onChange={(event) => {
              note({ by: event.target.value });
            }}
          />
        </div>
        <Choice
          label="Places"
          value={noted.grid}
          options={(Object.keys(GRIDS) as Grid[]).map((value) => ({ value, label: value }))}
          onChange={(grid) => {
            note({ grid });
          }}
        />
        <ReadingFields press={press} checking={checking} />
        <PlateNotes checking={checking} />
      </div>
      <PlateReading press={press} judged={judged} />
      <div className="md:col-span-2">
        <FormFoot
          problem={save.isError ? problemFrom(save.error) : null}
          onCancel={onCancel}
          label={save.isPending ? 'Saving…' : 'Save this check'}
          disabled={!judged.ready || save.isPending}
        />
      </div>
    </form>
  );
}

/** Checks a press, and shows when that was done last. */
export function PressCheck({ press }: { press: Press }) {
  const [open, setOpen] = useState(false);
  const close = () => {
    setOpen(false);
  };
  return (
    <Dialog
      wide
      title={`Check of ${press.name}`}
      open={open}
      onOpenChange={setOpen}
      trigger={<Button aria-label={`Check it: ${press.name}`}>Check it</Button>}
    >
      <CheckForm press={press} onDone={close} onCancel={close} />
    </Dialog>
  );
}
