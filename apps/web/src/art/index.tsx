import { useState } from 'react';
import type { Art } from '@kanga/core/art';
import { TemplateKey, ZoomField } from '../draw/index.js';
import { Empty, Field } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button, UndoRedo } from '../ui/index.js';
import { ArtPicker, useUpload } from './art-picker.js';
import { ArtCanvas } from './canvas.js';
import { OnOtherGoods } from './on-other-goods.js';
import { OtherSizes } from './other-sizes.js';
import { ItemList, SideChoice } from './item-list.js';
import { PictureFacts, PicturePanel } from './picture-panel.js';
import { PieceStrip } from './piece-strip.js';
import { ProofDialog } from './proof.js';
import { RunOfNames } from './run-of-names.js';
import { TextPanel } from './text-panel.js';
import { useDesign, type Designing } from './use-design.js';
import { useLive } from './use-live.js';

function Tools({
  designing,
  adding,
  setAdding,
}: {
  designing: Designing;
  adding: boolean;
  setAdding: (on: boolean) => void;
}) {
  const { session, view } = useJob();
  return (
    <div className="flex flex-wrap gap-1.5 border-t border-rule py-2">
      <Button
        aria-pressed={adding}
        className={adding ? 'bg-yellow/40!' : ''}
        disabled={designing.items.length === 0}
        onClick={() => {
          setAdding(!adding);
        }}
      >
        + Picture
      </Button>
      <Button onClick={designing.write}>+ Text</Button>
      <UndoRedo
        canUndo={session.read().canUndo}
        canRedo={session.read().canRedo}
        onUndo={() => {
          session.undo();
        }}
        onRedo={() => {
          session.redo();
        }}
      />
      {(view.fields.length > 0 || view.job.run !== null) && <RunOfNames />}
    </div>
  );
}

/** The facts of the chosen picture as it is now, while it is moved as well. */
function LiveFacts({ designing }: { designing: Designing }) {
  const { composed, chosen, check } = useLive(designing);
  if (!composed || chosen?.kind !== 'picture') return null;
  return (
    <PictureFacts
      drawn={chosen}
      missingShare={composed.template.covers && check ? check.coverage.missingShare : null}
    />
  );
}

function Facts({
  designing,
  adding,
  setAdding,
}: {
  designing: Designing;
  adding: boolean;
  setAdding: (on: boolean) => void;
}) {
  const { view, locked } = useJob();
  const { chosen, composed, items } = designing;
  const picture = chosen?.kind === 'picture' ? chosen : null;
  const text = items.find((item) => item.id === chosen?.item.id);
  return (
    <>
      {picture && composed ? (
        <LiveFacts designing={designing} />
      ) : (
        !chosen && <p className="pb-2 text-soft">Details of the picture appear here.</p>
      )}
      {!locked && composed && <Tools designing={designing} adding={adding} setAdding={setAdding} />}
      <OtherSizes />
      {items.length > 0 && <ItemList designing={designing} />}
      {!locked && picture && <PicturePanel key={picture.item.id} drawn={picture} designing={designing} />}
      {!locked && text?.kind === 'text' && (
        <TextPanel key={text.id} item={text} drawn={chosen?.kind === 'text' ? chosen : null} designing={designing} />
      )}
      {view.sides.some((one) => one.drawn.length > 0) && (
        <div className="space-y-2 border-t border-rule py-2">
          <OnOtherGoods />
          <ProofDialog />
        </div>
      )}
    </>
  );
}

/** Whether somebody is writing into a field. */
const isWriting = (): boolean =>
  document.activeElement instanceof HTMLTextAreaElement ||
  (document.activeElement instanceof HTMLInputElement && /^(text|search|number|)$/.test(document.activeElement.type));

/** Art’s one question: will this picture, here, print well? Every finding points to its place on the picture itself. */
export default function ArtStage() {
  const { view, print, locked } = useJob();
  const designing = useDesign();
  const { composed, drawn, chosen } = designing;
  const [over, setOver] = useState(false);
  const [adding, setAdding] = useState(false);
  const [picking, setPicking] = useState(false);
  const choose = (art: Art, passing = false) => {
    designing.bring(art, adding || chosen?.kind === 'text');
    setAdding(false);
    setPicking(passing);
  };
  // An upload ends when it ends: whoever writes meanwhile goes on writing.
  const uploading = useUpload((art) => {
    if (isWriting()) designing.bring(art, true, true);
    else choose(art);
  });
  // A side that has something on it leaves its room to the picture: others are behind a button.
  const bare = designing.items.length === 0 && drawn.length === 0;
  const open = bare || adding || picking || uploading.share !== null || uploading.problem !== null;
  return (
    <Field
      title={adding ? 'Choose the picture to add.' : 'Will this picture work on it?'}
      tools={
        <>
          {!bare && !locked && (
            <Button
              aria-expanded={open}
              onClick={() => {
                setAdding(false);
                setPicking(!open);
              }}
            >
              {open ? 'Hide pictures' : 'Change picture'}
            </Button>
          )}
          <SideChoice designing={designing} />
        </>
      }
      picture={
        <div
          className="flex h-full flex-col"
          onDragOver={(event) => {
            event.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => {
            setOver(false);
          }}
          onDrop={(event) => {
            event.preventDefault();
            setOver(false);
            const file = event.dataTransfer.files[0];
            if (file && !locked) uploading.send(file);
          }}
        >
          {open && (
            <ArtPicker
              chosen={chosen?.kind === 'picture' && !adding ? chosen.art.id : null}
              onChoose={choose}
              locked={locked}
              uploading={uploading}
            />
          )}
          <div
            className={`relative min-h-[300px] flex-1 overflow-hidden border bg-wash ${over ? 'border-4 border-cyan' : 'border-rule'}`}
          >
            {composed && view.blank && (drawn.length > 0 || designing.items.length > 0) ? (
              <ZoomField label="the art">
                <ArtCanvas designing={designing} />
              </ZoomField>
            ) : (
              <Empty>
                {composed
                  ? 'Drop a picture here, take one of those above, or write a line of text.'
                  : 'Choose a blank first: the picture is placed on its template.'}
              </Empty>
            )}
          </div>
          <PieceStrip side={designing.side} />
          {drawn.length > 0 && composed && <TemplateKey template={composed.template} print={print} />}
        </div>
      }
      ledger={<Facts designing={designing} adding={adding} setAdding={setAdding} />}
    />
  );
}
