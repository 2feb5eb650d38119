import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Study } from '@kanga/core/study';
import { studiesQuery, useDay, usePrint, useShop } from '../data/index.js';
import { Cloth, May } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { EqualSettings } from './equal-settings.js';
import { NewStudyDialog } from './new-study.js';
import { SwatchTile } from './swatch-tile.js';

/** One study as a strip of cloth with its swatches on it. */
function Strip({ study }: { study: Study }) {
  const print = usePrint();
  const day = useDay();
  const pressed = study.swatches.filter(({ pressedAt }) => pressedAt !== null).length;
  return (
    <li>
      <Link to={`/studies/${study.id}`} className="block border-t border-rule py-3 hover:bg-wash">
        <div className="flex flex-wrap items-baseline gap-x-3">
          <b className="font-big text-xl">{study.name}</b>
          <span className="text-soft">
            {study.cloth.blankName} · {study.pressName} · {study.mediaName}
          </span>
          <span className="ml-auto font-semibold">
            {study.result ? (
              <>
                <span className="text-green">✓ recipe</span>{' '}
                <span className="figures">
                  {print.temperature(study.result.setting.temperature)}, {Math.round(study.result.setting.dwell)} s
                </span>
              </>
            ) : (
              `${pressed} of ${study.budget} pressed, last ${day(study.updatedAt)}`
            )}
          </span>
        </div>
        <svg
          viewBox={`0 0 ${Math.max(1, study.swatches.length) * 40} 40`}
          className="mt-1.5 h-9"
          preserveAspectRatio="xMinYMid meet"
          aria-hidden
        >
          {study.swatches.map((swatch, i) => (
            <g key={swatch.number} transform={`translate(${i * 40 + 20} 20)`}>
              <SwatchTile swatch={swatch} size={34} />
            </g>
          ))}
        </svg>
      </Link>
    </li>
  );
}

/** Dial-in’s first question: for which cloth on which press are the best settings known, and where is one still looking? */
export function Studies() {
  const { settings } = useShop();
  const { data: studies } = useSuspenseQuery(studiesQuery);
  const [making, setMaking] = useState(false);
  return (
    <Cloth title="Dial-in" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-2 flex flex-wrap items-end justify-between gap-4">
          <h1 className="font-big text-[34px] leading-none font-bold">Dial-in</h1>
          <May door="addStudy">
            <Button
              tone="strong"
              onClick={() => {
                setMaking(true);
              }}
            >
              New study…
            </Button>
          </May>
        </div>
        <p className="mb-4 max-w-3xl text-soft">
          The best temperature, dwell and pressure for a cloth on a press, from few swatches: Kanga plans them, prints
          their targets, measures the cloth, and says when it is enough.
        </p>
        {studies.length === 0 ? (
          <p className="text-lg text-soft">
            No study yet. Begin one with cheap polyester cloth, or a spoiled piece: eight swatches mostly do.
          </p>
        ) : (
          <ul className="border-b border-rule">
            {studies.map((study) => (
              <Strip key={study.id} study={study} />
            ))}
          </ul>
        )}
        {studies.length > 1 && <EqualSettings studies={studies} />}
      </div>
      {making && (
        <NewStudyDialog
          onClose={() => {
            setMaking(false);
          }}
        />
      )}
    </Cloth>
  );
}
