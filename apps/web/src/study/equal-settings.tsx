import { useEffect, useState } from 'react';
import type { EqualSetting } from '@kanga/core/dial';
import type { Study } from '@kanga/core/study';
import { usePrint } from '../data/index.js';
import { Select } from '../ui/index.js';
import { equalInWorker } from '../workers/index.js';

/** Two presses, papers or inks side by side: which setting of one looks as the recipe of the other does? */
export function EqualSettings({ studies }: { studies: readonly Study[] }) {
  const print = usePrint();
  const measured = studies.filter(({ swatches }) => swatches.some(({ reading }) => reading !== null));
  const from = measured.filter(({ result }) => result !== null);
  const [fromId, setFromId] = useState(from[0]?.id ?? '');
  const one = from.find(({ id }) => id === fromId) ?? from[0];
  const to = measured.filter(({ id }) => id !== one?.id);
  const [toId, setToId] = useState(to[0]?.id ?? '');
  const other = to.find(({ id }) => id === toId) ?? to[0];
  const [found, setFound] = useState<EqualSetting | null>(null);
  useEffect(() => {
    if (!one?.result || !other) return;
    const mine = new AbortController();
    equalInWorker(one, one.result.setting, other, mine.signal).then(setFound, (error: unknown) => {
      if (!mine.signal.aborted) throw error;
    });
    return () => {
      mine.abort();
    };
  }, [one, other]);
  if (!one?.result || !other) return null;
  const options = (list: readonly Study[]) => list.map(({ id, name }) => ({ value: id, label: name }));
  return (
    <section aria-label="Equal settings" className="mt-8 max-w-4xl">
      <h2 className="mb-2 font-big text-xl font-bold">The same look elsewhere</h2>
      <div className="grid items-end gap-3 sm:grid-cols-2">
        <Select label="The recipe of" value={one.id} options={options(from)} onChange={setFromId} />
        <Select label="looks alike in" value={other.id} options={options(to)} onChange={setToId} />
      </div>
      <p className="mt-2 text-lg" role="status">
        <b className="figures">
          {print.temperature(one.result.setting.temperature)}, {Math.round(one.result.setting.dwell)} s
        </b>{' '}
        →{' '}
        {found ? (
          <>
            <b className="figures">
              {print.temperature(found.setting.temperature)}, {Math.round(found.setting.dwell)} s
            </b>
            , ΔE {found.apart.toFixed(1)} apart
          </>
        ) : (
          'working it out…'
        )}
      </p>
    </section>
  );
}
