import { ENOUGH } from '@kanga/core/dial';
import { meritOfSwatch, truly, type StudySwatch } from '@kanga/core/study';
import { call, useDay, usePrint } from '../data/index.js';
import { Fact } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { SwatchTile } from './swatch-tile.js';
import type { StudySession } from './use-study.js';

/** A setting in figures. */
function Setting({ temperature, dwell }: { temperature: number; dwell: number }) {
  const print = usePrint();
  return (
    <span className="figures text-[22px] leading-tight">
      {print.temperature(temperature)}, {Math.round(dwell)} s
    </span>
  );
}

const STATE = (swatch: StudySwatch): string =>
  swatch.spoiled !== null
    ? 'spoiled'
    : swatch.reading
      ? 'measured'
      : swatch.pressedAt !== null
        ? 'pressed'
        : swatch.printed
          ? 'printed'
          : 'planned';

/** What is known at a glance, and the swatches one by one. */
export function StudyFacts({
  session,
  chosen,
  onChoose,
}: {
  session: StudySession;
  chosen: number | null;
  onChoose: (number: number | null) => void;
}) {
  const { study, view } = session;
  const print = usePrint();
  const day = useDay();
  const { best = null, robust = null } = view ?? {};
  const searched = study.swatches.filter(({ aim }) => aim === 'search').length;
  const one = study.swatches.find(({ number }) => number === chosen);
  const top = Math.max(...study.swatches.map((swatch) => meritOfSwatch(study, swatch) ?? -Infinity));
  return (
    <div className="space-y-4">
      <dl>
        {study.result && (
          <Fact
            name="Recipe"
            note={`accepted ${day(study.result.at)}${study.result.by === null ? '' : `, ${study.result.by}`}`}
          >
            <Setting {...study.result.setting} />
          </Fact>
        )}
        {robust && (
          <Fact
            name="Robust"
            note={`at worst ΔE ${Math.max(0, (best?.merit ?? 0) - robust.worst).toFixed(1)} behind, within ${print.degrees(5)} and 3 s`}
          >
            <Setting {...robust.setting} />
          </Fact>
        )}
        {best && (
          <Fact
            name="Best"
            note={`at worst ΔE ${Math.max(0, best.merit - best.worst).toFixed(1)} behind, within ${print.degrees(5)} and 3 s`}
          >
            <Setting {...best.setting} />
          </Fact>
        )}
        {view && view.known > 0 && (
          <Fact name="Sure" note={view.enough ? 'enough' : `enough below ${Math.round(ENOUGH * 100)} %`}>
            {Math.round(view.chance * 100)} % that another is better by more than ΔE 1
          </Fact>
        )}
        <Fact name="Swatches">
          {searched} of {study.budget}
        </Fact>
      </dl>
      {one ? (
        <SwatchFacts
          swatch={one}
          session={session}
          onClose={() => {
            onChoose(null);
          }}
        />
      ) : (
        <ol className="space-y-1">
          {study.swatches.map((swatch) => {
            const { temperature, dwell } = truly(swatch);
            const merit = meritOfSwatch(study, swatch);
            return (
              <li key={swatch.number}>
                <button
                  type="button"
                  className="flex min-h-10 w-full items-center gap-2.5 rounded-sm px-1 text-left hover:bg-wash"
                  onClick={() => {
                    onChoose(swatch.number);
                  }}
                >
                  <svg width="30" height="30" viewBox="-16 -16 32 32" aria-hidden>
                    <SwatchTile swatch={swatch} size={28} />
                  </svg>
                  <span className="figures flex-1 whitespace-nowrap">
                    {print.temperature(temperature)}, {Math.round(dwell)} s
                  </span>
                  <span className="text-[14px] text-soft">
                    {swatch.aim === 'search' ? '' : `${swatch.aim} · `}
                    {merit === null ? STATE(swatch) : ''}
                    {merit !== null && (
                      <b className="figures text-key">
                        {' '}
                        {merit >= top ? 'best' : `${(top - merit).toFixed(1)} behind`}
                      </b>
                    )}
                  </span>
                </button>
              </li>
            );
          })}
          {study.swatches.length === 0 && <li className="text-soft">No swatch is planned yet.</li>}
        </ol>
      )}
    </div>
  );
}

const REASON: Record<StudySwatch['reason'], string> = {
  'spread out': 'spread over all that may be varied',
  'most promising': 'most promising then',
  'most informative': 'most informative then',
  'one change': 'one thing changed',
  'like cloth': 'the recipe of a like cloth',
  'by hand': 'set by hand',
  'pressed elsewhere': 'pressed elsewhere',
  confirm: 'to confirm',
  check: 'to see whether all is as it was',
};

/** Everything of one swatch. */
function SwatchFacts({
  swatch,
  session,
  onClose,
}: {
  swatch: StudySwatch;
  session: StudySession;
  onClose: () => void;
}) {
  const { study, change, busy } = session;
  const print = usePrint();
  const day = useDay();
  const { reading, reached, setting, number } = swatch;
  const say = (spoiled: string | null) => {
    void change(() =>
      call('changeSwatch', { id: study.id, swatch: number, body: { printed: swatch.printed, reached, spoiled } }),
    );
  };
  const figure = ({ value, spread }: { value: number; spread: number }, places = 1) =>
    `${value.toFixed(places)} ± ${spread.toFixed(places)}`;
  return (
    <section aria-label={`Swatch ${number}`}>
      <h2 className="mb-1 flex items-center gap-2 text-[17px] font-bold">
        <svg width="34" height="34" viewBox="-18 -18 36 36" aria-hidden>
          <SwatchTile swatch={swatch} size={32} />
        </svg>
        Swatch {number}
      </h2>
      <dl>
        <Fact name="Planned" note={REASON[swatch.reason]}>
          {print.temperature(setting.temperature)}, {Math.round(setting.dwell)} s
        </Fact>
        {reached && (
          <Fact name="Truly">
            {print.temperature(reached.temperature)}, {Math.round(reached.dwell)} s
          </Fact>
        )}
        {swatch.pressedAt !== null && <Fact name="Pressed">{day(swatch.pressedAt)}</Fact>}
        {swatch.spoiled !== null && <Fact name="Spoiled">{swatch.spoiled}</Fact>}
        {reading && (
          <>
            <Fact name="Strength" note="ΔE from grey and white">
              {figure(reading.strength)}
            </Fact>
            <Fact name="Yellowing" note="ΔE from the cloth as it came">
              {figure(reading.yellowing)}
            </Fact>
            <Fact name="Black">L* {figure(reading.blackness)}</Fact>
            <Fact name="Chroma">{figure(reading.chroma)}</Fact>
            <Fact name="Gamut">{figure(reading.volume, 0)} thousand</Fact>
            <Fact name="Edges">{print.length(reading.blur.value)} blur</Fact>
            <Fact name="Evenness">ΔE {figure(reading.evenness)}</Fact>
            <Fact name="Ghost">
              {reading.ghost
                ? `${print.length(reading.ghost.shift)} beside it, ${Math.round(reading.ghost.share * 100)} %`
                : 'none'}
            </Fact>
            <Fact name="Specks">{reading.specks}</Fact>
            {reading.remarks.map((remark) => (
              <Fact key={remark} name="Seen">
                <span className="font-normal">{print.text(remark)}</span>
              </Fact>
            ))}
          </>
        )}
      </dl>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={onClose}>All swatches</Button>
        {swatch.spoiled === null ? (
          <Button
            disabled={busy}
            onClick={() => {
              say('called spoiled');
            }}
          >
            Mark spoiled
          </Button>
        ) : (
          <Button
            disabled={busy}
            onClick={() => {
              say(null);
            }}
          >
            Not spoiled
          </Button>
        )}
      </div>
    </section>
  );
}
