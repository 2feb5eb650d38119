import { mapOf } from '@kanga/core/heat';
import { openEdges, USUAL_PRESS, type Press } from '@kanga/core/shop';
import { formatDuration, type UnitPrinter } from '@kanga/core/units';
import type { PressWords } from '@kanga/contract/shop';
import { call, useDay, usePrint, useShop } from '../data/index.js';
import { HeatPicture } from '../draw/index.js';
import { Button } from '../ui/index.js';
import { Edit, Take, useFreshId, wordsOf } from './floor.js';
import { PressCheck } from './press-check.js';
import { PressForm } from './press-form.js';

const NEW_PRESS: PressWords = {
  ...USUAL_PRESS,
  name: '',
  kind: 'swing-away',
  platen: { width: 381, depth: 381 },
  heatLimit: 220,
  remark: '',
  open: openEdges('swing-away'),
  check: null,
};

/** A plate from above, shaded by its last check. */
function PlateGlyph({ press, print }: { press: Press; print: UnitPrinter }) {
  const { width, depth } = press.platen;
  const map = mapOf(press);
  return (
    <svg viewBox={`-8 -8 ${width + 16} ${depth + 16}`} className="h-24 max-w-full" aria-hidden>
      <rect width={width} height={depth} fill="var(--color-paint-warm-plate)" />
      {map && <HeatPicture map={map} print={print} figures={false} />}
      <rect width={width} height={depth} fill="none" stroke="var(--color-key)" strokeWidth="8" />
    </svg>
  );
}

const EditPress = ({ id, ...props }: { id: string; words: PressWords; trigger: React.ReactNode }) => (
  <Edit fresh="A new press" form={PressForm} save={(body) => call('setPress', { id, body })} {...props} />
);

function PressItem({ press }: { press: Press }) {
  const print = usePrint();
  const day = useDay();
  const { opening, pads, table } = press;
  const facts = [
    opening === null ? null : `${print.length(opening)} between its plates`,
    table === 0 ? null : `a table of ${print.length(table)} beside it`,
    pads.length === 0 ? null : `${pads.length} ${pads.length === 1 ? 'pad' : 'pads'}`,
    `hot in ${formatDuration(press.warmUp)}`,
  ].filter((fact) => fact !== null);
  return (
    <li className="grid grid-cols-[96px_minmax(0,1fr)] items-center gap-4 border-[1.5px] border-key/25 p-3">
      <PlateGlyph press={press} print={print} />
      <div>
        <h3 className="font-semibold">
          {press.name}, {press.kind}
        </h3>
        <p>
          {press.kind === 'mug press' ? 'Element' : 'Plate'}{' '}
          <span className="figures">{print.size(press.platen.width, press.platen.depth)}</span>, up to{' '}
          {print.temperature(press.heatLimit)}
        </p>
        <p className="text-soft">
          {facts.join(', ')}. {press.remark}
        </p>
        <p className="mt-1">{press.check ? `Checked ${day(press.check.at)}.` : 'Never checked.'}</p>
        <div className="mt-1 flex flex-wrap items-center gap-2">
          <PressCheck press={press} />
          <EditPress
            id={press.id}
            words={wordsOf(press)}
            trigger={<Button aria-label={`Change ${press.name}`}>Change</Button>}
          />
          <Take name={press.name} remove={() => call('removePress', { id: press.id })} />
        </div>
      </div>
    </li>
  );
}

/** The presses of the shop: what each is, what it can do, and when it was checked. */
export function Presses() {
  const { presses } = useShop();
  const fresh = useFreshId(presses.length);
  return (
    <section className="space-y-3">
      <h2 className="font-big text-2xl font-bold">Presses</h2>
      <ul className="space-y-3">
        {presses.map((press) => (
          <PressItem key={press.id} press={press} />
        ))}
      </ul>
      <EditPress key={fresh} id={fresh} words={NEW_PRESS} trigger={<Button>Add a press</Button>} />
    </section>
  );
}
