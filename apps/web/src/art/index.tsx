import { useState } from 'react';
import { printedHeight, PLACEMENT_LIMITS, type Art } from '@kanga/core/art';
import { parseLength, tidyNumber } from '@kanga/core/units';
import { Empty, Fact, Field } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button, ParsedField } from '../ui/index.js';
import { TemplateKey } from '../draw/index.js';
import { ArtPicker, useUpload } from './art-picker.js';
import { ArtCanvas } from './canvas.js';

const BACKGROUND = {
  opaque: 'fills its whole face',
  transparent: 'clear',
  'white box': 'white, not clear',
  haze: 'hazy',
};

function PlacementFields() {
  const { view, session, print } = useJob();
  const { placement, art } = view;
  if (!placement || !art) return null;
  const set = (change: Partial<typeof placement>) => {
    session.change({ placement: { ...placement, ...change } });
  };
  const { least, most } = PLACEMENT_LIMITS;
  const length = (text: string) => parseLength(text, print.units.length);
  const far = (mm: number) => (Math.abs(mm) <= 3000 ? null : `That is further than ${print.length(3000)} away.`);
  return (
    <div className="grid grid-cols-2 gap-2 border-t border-rule py-2">
      <ParsedField
        label="Printed width"
        shown={print.length(placement.width)}
        parse={length}
        limits={(mm) => (mm >= least && mm <= most ? null : `From ${print.length(least)} to ${print.length(most)}.`)}
        onValue={(width) => {
          set({ width });
        }}
      />
      <ParsedField
        label="Turned"
        shown={`${tidyNumber(placement.rotation, 1)}°`}
        parse={(text) => {
          const value = Number(text.replace(/[°\s]/g, '').replace(',', '.').replace('−', '-'));
          return Number.isFinite(value) && text.trim() !== ''
            ? { ok: true, value }
            : { ok: false, problem: `“${text.trim()}” is not an angle in degrees.` };
        }}
        limits={(value) => (Math.abs(value) <= 180 ? null : 'From −180 to 180 degrees.')}
        onValue={(rotation) => {
          set({ rotation });
        }}
      />
      <ParsedField
        label="Centre from left"
        shown={print.length(placement.x)}
        parse={length}
        limits={far}
        onValue={(x) => {
          set({ x });
        }}
      />
      <ParsedField
        label="Centre from top"
        shown={print.length(placement.y)}
        parse={length}
        limits={far}
        onValue={(y) => {
          set({ y });
        }}
      />
      <div className="col-span-2 flex flex-wrap gap-2 pt-1">
        <Button
          onClick={() => {
            session.change({ placement: null });
          }}
        >
          Fit
        </Button>
        <Button
          onClick={() => {
            set({ rotation: placement.rotation > 90 ? placement.rotation - 270 : placement.rotation + 90 });
          }}
        >
          Turn 90°
        </Button>
        <Button
          aria-label="Undo"
          onClick={() => {
            session.undo();
          }}
          disabled={!session.read().canUndo}
        >
          Undo
        </Button>
        <Button
          aria-label="Redo"
          onClick={() => {
            session.redo();
          }}
          disabled={!session.read().canRedo}
        >
          Redo
        </Button>
      </div>
    </div>
  );
}

function Facts() {
  const { view, print, locked } = useJob();
  const { art, artCheck, placement, template } = view;
  if (!art || !artCheck || !placement || !template)
    return <p className="text-soft">What Kanga reads in the picture’s pixels appears here.</p>;
  const { facts } = art;
  const { ppi, coverage } = artCheck;
  return (
    <>
      <dl>
        <div className="pb-2">
          <dt className="sr-only">Resolution at printed size</dt>
          <dd>
            <span className="figures text-[33px] leading-none">{Math.round(ppi)}</span>{' '}
            <span className="text-soft">pixels per inch</span>
          </dd>
        </div>
        <Fact
          name="Picture"
          note={`${tidyNumber((facts.width * facts.height) / 1e6, 1)} megapixels, ${tidyNumber(art.bytes / 1e6, 1)} MB`}
        >
          <span className="figures">
            {facts.width} × {facts.height}
          </span>
        </Fact>
        <Fact name="Printed">
          <span className="figures">{print.size(placement.width, printedHeight(placement, facts))}</span>
        </Fact>
        <Fact name="Ground">{BACKGROUND[artCheck.background]}</Fact>
        {template.bleed > 0 && (
          <Fact name="Cover">
            {coverage.missingShare === 0
              ? 'reaches over the whole bleed'
              : `${tidyNumber(coverage.missingShare * 100, 1)} % left bare`}
          </Fact>
        )}
      </dl>
      {!locked && <PlacementFields />}
    </>
  );
}

/** Art’s one question: will this picture, here, print well? Bare places and low resolution answer on the picture itself. */
export default function ArtStage() {
  const { view, session, print, locked } = useJob();
  const { art, template } = view;
  const [over, setOver] = useState(false);
  const choose = (chosen: Art) => {
    session.change({ artId: chosen.id, placement: null });
  };
  const uploading = useUpload(choose);
  return (
    <Field
      title="Will this picture work on it?"
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
          <ArtPicker chosen={art?.id ?? null} onChoose={choose} locked={locked} uploading={uploading} />
          <div
            className={`relative min-h-[380px] flex-1 overflow-hidden border bg-wash ${over ? 'border-4 border-cyan' : 'border-rule'}`}
          >
            {art && template ? (
              <ArtCanvas />
            ) : (
              <Empty>
                {template
                  ? 'Drop a PNG or JPEG here, or take one of the pictures above.'
                  : 'Choose a blank first: the picture is placed on its template.'}
              </Empty>
            )}
          </div>
          {art && template && <TemplateKey template={template} print={print} />}
        </div>
      }
      ledger={<Facts />}
    />
  );
}
