import { useState } from 'react';
import { bagKeysOf, bagsOf, type BagKey } from '@kanga/core/pack';
import { formatCount } from '@kanga/core/units';
import { serverNow } from '../data/index.js';
import { Field } from '../frame/index.js';
import { Choice } from '../ui/index.js';
import { Bags } from './bags.js';
import { ParcelLedger } from './parcel-ledger.js';
import { ScanField } from './scan-field.js';
import type { Packing } from './use-pack.js';

const KEY_NAMES: Record<BagKey, string> = { person: 'By person', size: 'By size', set: 'By set', all: 'All together' };

/** The packing table’s one question: what is ready, for whom, and in which bag? */
export function PackTable({ packing }: { packing: Packing }) {
  const { file, said, busy, canUndo } = packing;
  const keys = bagKeysOf(file.pieces);
  const [chosen, setChosen] = useState<BagKey | null>(null);
  const key = chosen ?? keys[0] ?? 'all';
  const now = serverNow();
  const bags = bagsOf(file.pieces, key, now);
  const packed = bags.reduce((sum, bag) => sum + bag.packed, 0);
  return (
    <Field
      title={`${packed} of ${formatCount(file.pieces.length, 'piece')} packed`}
      tools={
        keys.length > 1 && (
          <Choice
            label="Bags"
            bare
            value={key}
            options={keys.map((value) => ({ value, label: KEY_NAMES[value] }))}
            onChange={setChosen}
          />
        )
      }
      picture={
        <div className="absolute inset-0 flex flex-col">
          <ScanField
            said={said}
            onShow={(text) => {
              packing.show(text, key);
            }}
            onUndo={canUndo ? packing.undo : null}
          />
          <div className="min-h-0 flex-1 overflow-auto pb-2">
            {file.pieces.length === 0 ? (
              <p className="pt-6 text-lg text-soft">Nothing is ordered yet: there is nothing to pack.</p>
            ) : (
              <Bags
                bags={bags}
                now={now}
                busy={busy}
                onTouch={(piece) => {
                  packing.touch(piece, key);
                }}
                onAll={(pieces) => {
                  packing.all(pieces, key);
                }}
              />
            )}
          </div>
        </div>
      }
      ledger={<ParcelLedger of={packing.of} id={packing.id} file={file} />}
    />
  );
}
