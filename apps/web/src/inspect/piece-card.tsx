import { useState } from 'react';
import { faultOf, type FaultCode, type PieceSpot } from '@kanga/core/inspect';
import type { JobView } from '@kanga/core/job';
import { addressOf } from '@kanga/contract/route';
import { FaultPicker, FaultPicture, Ripening } from '../draw/index.js';
import { Button, Dialog, FormFoot } from '../ui/index.js';
import { PhotoField } from './photo-field.js';
import { SpotPicture } from './spot-picture.js';

type Verdict = NonNullable<JobView['bench']>['verdicts'][number];

/** What was found on a spoiled piece. */
export interface Found {
  fault: FaultCode;
  note: string;
  spot: PieceSpot | null;
  photo: string | null;
}

/** The question what is wrong with a piece: the fault by its picture, where on the piece, a photograph, a note. */
function SpoiledForm({
  view,
  piece,
  onFound,
  onCancel,
}: {
  view: JobView;
  piece: number;
  onFound: (found: Found) => void;
  onCancel: () => void;
}) {
  const [fault, setFault] = useState<FaultCode | null>(null);
  const [note, setNote] = useState('');
  const [spot, setSpot] = useState<PieceSpot | null>(null);
  const [photo, setPhoto] = useState<string | null>(null);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (fault) onFound({ fault, note: note.trim(), spot, photo });
      }}
    >
      {fault ? (
        <div className="flex items-center gap-4">
          <span className="block h-20 w-32 flex-none border-2 border-magenta bg-wash">
            <FaultPicture fault={fault} />
          </span>
          <b className="text-xl">{faultOf(fault).seen}</b>
          <Button
            className="ml-auto min-h-12"
            onClick={() => {
              setFault(null);
            }}
          >
            Another fault
          </Button>
        </div>
      ) : (
        <FaultPicker onFault={setFault} />
      )}
      {fault && (
        <div className="mt-3 grid gap-4 sm:grid-cols-2">
          <div>
            <p className="border-l-4 border-yellow pl-3">
              <b>Usual causes:</b> {faultOf(fault).causes}. <b>What helps:</b> {faultOf(fault).helps}
            </p>
            <label htmlFor={`note-${piece}`} className="mt-3 block font-semibold">
              Note
            </label>
            <input
              id={`note-${piece}`}
              maxLength={1000}
              className="w-full rounded-sm border-[1.5px] border-key/50 px-2.5 py-2"
              value={note}
              onChange={(event) => {
                setNote(event.target.value);
              }}
              placeholder="may stay empty"
            />
            <PhotoField jobId={view.job.id} photo={photo} onPhoto={setPhoto} />
          </div>
          <div>
            <p className="font-semibold">Where? Point at it.</p>
            <SpotPicture view={view} spot={spot} onSpot={setSpot} />
          </div>
        </div>
      )}
      <FormFoot problem={null} onCancel={onCancel} label="It is spoiled" disabled={!fault} tone="danger" />
    </form>
  );
}

/** In what a piece was not pressed as planned; a figure stays with its unit. */
const Missed = ({ words }: { words: readonly string[] }) => (
  <b>
    {words.map((one, i) => (
      <span key={one}>
        {i > 0 && ', '}
        <span className="whitespace-nowrap">{one}</span>
      </span>
    ))}
  </b>
);

/** One piece: how it looks when it is good, and what was found. */
export function PieceCard({
  view,
  piece,
  verdict,
  missed,
  locked,
  onGood,
  onSpoiled,
}: {
  view: JobView;
  piece: number;
  verdict: Verdict;
  /** In what it was not pressed as planned, in words. */
  missed: readonly string[];
  locked: boolean;
  onGood: () => void;
  onSpoiled: (found: Found) => void;
}) {
  const [open, setOpen] = useState(false);
  const [asking, setAsking] = useState(false);
  const spoiled = verdict?.verdict === 'spoiled' ? verdict : null;
  return (
    <li
      className={`flex flex-col border-2 bg-white ${spoiled ? 'border-magenta' : verdict ? 'border-green' : 'border-rule'}`}
      data-testid={`piece-${piece + 1}`}
    >
      <div className={`relative h-32 p-2 ${verdict && !spoiled ? '' : 'opacity-80 saturate-50'}`}>
        {spoiled?.spot ? <SpotPicture view={view} spot={spoiled.spot} /> : <Ripening view={view} share={1} />}
      </div>
      <div className="flex items-center gap-2 px-3 py-1 font-semibold">
        <span className="figures text-lg">{piece + 1}</span>
        {verdict === null && <span className="text-soft">not judged</span>}
        {verdict?.verdict === 'good' && <span className="text-green">✓ good</span>}
        {spoiled && (
          <>
            <span className="text-magenta">✕ {faultOf(spoiled.fault).seen}</span>
            <span className="ml-auto h-9 w-14 flex-none border border-rule">
              <FaultPicture fault={spoiled.fault} />
            </span>
          </>
        )}
      </div>
      {missed.length > 0 && (
        <p className="border-l-4 border-yellow px-2 text-[15px]">
          Not pressed as planned: <Missed words={missed} />
        </p>
      )}
      {spoiled?.note && <p className="px-3 pb-1 text-[14px] text-soft">“{spoiled.note}”</p>}
      {spoiled?.photo && (
        <a href={addressOf('photo', { id: spoiled.photo })} target="_blank" rel="noreferrer" className="px-3 pb-2">
          <img
            src={addressOf('photo', { id: spoiled.photo })}
            alt={`Photograph of piece ${piece + 1}`}
            className="h-20 object-cover"
          />
        </a>
      )}
      {!locked && (
        <div className="mt-auto grid grid-cols-2">
          <button
            type="button"
            className="min-h-16 border-t border-r border-rule font-semibold hover:bg-green hover:text-white"
            aria-label={`Piece ${piece + 1} is good`}
            onClick={() => {
              if (missed.length > 0) setAsking(true);
              else onGood();
            }}
          >
            Good
          </button>
          <button
            type="button"
            className="min-h-16 border-t border-rule font-semibold hover:bg-magenta hover:text-white"
            aria-label={`Piece ${piece + 1} is spoiled`}
            onClick={() => {
              setOpen(true);
            }}
          >
            Spoiled
          </button>
        </div>
      )}
      <Dialog title={`Call piece ${piece + 1} good anyway?`} open={asking} onOpenChange={setAsking}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            onGood();
            setAsking(false);
          }}
        >
          <p className="text-lg">
            It was not pressed as planned: <Missed words={missed} />. It counts as good, but proves nothing about the
            planned settings.
          </p>
          <FormFoot
            problem={null}
            onCancel={() => {
              setAsking(false);
            }}
            label="Good anyway"
            disabled={false}
          />
        </form>
      </Dialog>
      <Dialog title={`What is wrong with piece ${piece + 1}?`} wide open={open} onOpenChange={setOpen}>
        <SpoiledForm
          view={view}
          piece={piece}
          onFound={(found) => {
            onSpoiled(found);
            setOpen(false);
          }}
          onCancel={() => {
            setOpen(false);
          }}
        />
      </Dialog>
    </li>
  );
}
