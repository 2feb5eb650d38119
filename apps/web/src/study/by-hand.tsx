import { useState } from 'react';
import type { PressureLevel } from '@kanga/core/blank';
import type { DialSetting } from '@kanga/core/dial';
import { formatDuration, parseDuration, parseTemperature } from '@kanga/core/units';
import { call, usePrint } from '../data/index.js';
import { Choice, OpenDialog, FormFoot, ParsedField, YesNo } from '../ui/index.js';
import type { StudySession } from './use-study.js';

/** A swatch at a setting of one’s own: to be pressed, or pressed already somewhere else. */
export function ByHand({
  session,
  slice,
  onClose,
}: {
  session: StudySession;
  slice: { pressure: PressureLevel; prePress: number };
  onClose: () => void;
}) {
  const { study, view, change, busy, problem } = session;
  const print = usePrint();
  const proposed = view?.next[0]?.setting;
  const [setting, setSetting] = useState<DialSetting>({
    temperature: proposed?.temperature ?? (study.limits.temperature.least + study.limits.temperature.most) / 2,
    dwell: proposed?.dwell ?? Math.sqrt(study.limits.dwell.least * study.limits.dwell.most),
    ...slice,
  });
  const [elsewhere, setElsewhere] = useState(false);
  const set = (part: Partial<DialSetting>) => {
    setSetting((before) => ({ ...before, ...part }));
  };
  return (
    <OpenDialog title="A swatch by hand" onClose={onClose}>
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          void change(() =>
            call('addSwatches', {
              id: study.id,
              body: {
                first: study.swatches.length + 1,
                swatches: [{ aim: 'search', setting, reason: elsewhere ? 'pressed elsewhere' : 'by hand', since: [] }],
              },
            }),
          ).then((changed) => {
            if (changed) onClose();
          });
        }}
      >
        <div className="sm:col-span-2">
          <YesNo
            label="Pressed already?"
            value={elsewhere}
            onChange={setElsewhere}
            yes="Yes, elsewhere"
            no="No, to be pressed"
          />
        </div>
        <ParsedField
          label="Temperature"
          shown={print.temperature(setting.temperature)}
          parse={(text) => parseTemperature(text, print.units.temperature)}
          onValue={(temperature) => {
            set({ temperature });
          }}
        />
        <ParsedField
          label="Dwell"
          shown={formatDuration(Math.round(setting.dwell))}
          parse={parseDuration}
          onValue={(dwell) => {
            set({ dwell });
          }}
        />
        {study.limits.pressures.length > 1 && (
          <Choice
            label="Pressure"
            value={setting.pressure}
            options={study.limits.pressures.map((one) => ({ value: one, label: study.turns[one] || one }))}
            onChange={(pressure) => {
              set({ pressure });
            }}
          />
        )}
        {study.limits.prePresses.length > 1 && (
          <Choice
            label="Pre-press"
            value={String(setting.prePress)}
            options={study.limits.prePresses.map((one) => ({ value: String(one), label: `${one} s` }))}
            onChange={(text) => {
              set({ prePress: Number(text) });
            }}
          />
        )}
        <FormFoot problem={problem} onCancel={onClose} label={elsewhere ? 'Enter it' : 'Plan it'} disabled={busy} />
      </form>
    </OpenDialog>
  );
}
