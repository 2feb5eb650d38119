import type { Settings } from '@kanga/core/shop';
import { celsiusOf, isZone, parseNumber } from '@kanga/core/units';
import { Link } from 'react-router';
import { problemFrom, useMe, usePrint } from '../data/index.js';
import { Cloth, LookOnly, May, MayFill, Schools } from '../frame/index.js';
import { Choice, ParsedField, ProblemText, YesNo } from '../ui/index.js';
import { Backups } from './backups.js';
import { DemoReset } from './demo-reset.js';
import { Floor } from './floor.js';
import { Presses } from './presses.js';
import { ParcelsForm } from './parcels-form.js';
import { RatesForm } from './rates-form.js';
import { Storage } from './storage.js';
import { useSettings } from './use-settings.js';

/** Names with commas between, each once. */
const namesIn = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((name) => name.trim())
      .filter((name) => name !== ''),
  ),
];

/** The shop: its presses and printers, and how it likes things shown. Settings hold as soon as they are chosen. */
export function ShopPage() {
  const { settings, set, problem } = useSettings();
  const print = usePrint();
  const me = useMe();
  const units = (change: Partial<Settings['units']>) => {
    set({ units: { ...settings.units, ...change } });
  };
  return (
    <Cloth title="Shop" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-4 flex flex-wrap items-baseline gap-x-5">
          <h1 className="font-big text-[34px] leading-none font-bold">Shop</h1>
          <Link to="/people" className="text-cyan underline">
            People, tablets and the network
          </Link>
        </div>
        <LookOnly door="changeSettings" />
        <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-2">
          <MayFill door="changeSettings">
            <section className="space-y-4">
              <h2 className="font-big text-2xl font-bold">Settings</h2>
              <div className="max-w-sm">
                <ParsedField
                  label="Name of the shop"
                  shown={settings.shopName}
                  parse={(text) => ({ ok: true, value: text.trim() })}
                  limits={(name) => (name.length >= 1 && name.length <= 80 ? null : 'From 1 to 80 letters.')}
                  onValue={(shopName) => {
                    set({ shopName });
                  }}
                />
                {me?.mode !== 'people' && (
                  <ParsedField
                    label="Operators"
                    shown={settings.people.join(', ')}
                    parse={(text) => ({ ok: true, value: namesIn(text) })}
                    limits={(names) =>
                      names.every((name) => name.length <= 80) && names.length <= 100
                        ? null
                        : 'Names, with commas between.'
                    }
                    onValue={(people) => {
                      set({ people });
                    }}
                  />
                )}
                <ParsedField
                  label="Time zone"
                  shown={settings.timeZone}
                  parse={(text) => ({ ok: true, value: text.trim() })}
                  limits={(zone) => (isZone(zone) ? null : 'A time zone such as Europe/Lisbon or America/Chicago.')}
                  onValue={(timeZone) => {
                    set({ timeZone });
                  }}
                />
              </div>
              <Choice
                label="Lengths"
                value={settings.units.length}
                options={[
                  { value: 'mm', label: 'Millimetres' },
                  { value: 'in', label: 'Inches' },
                ]}
                onChange={(length) => {
                  units({ length });
                }}
              />
              <Choice
                label="Temperature"
                value={settings.units.temperature}
                options={[
                  { value: 'C', label: '°C' },
                  { value: 'F', label: '°F' },
                ]}
                onChange={(temperature) => {
                  units({ temperature });
                }}
              />
              <Choice
                label="Pressure"
                value={settings.units.pressure}
                options={[
                  { value: 'kPa', label: 'kPa' },
                  { value: 'psi', label: 'psi' },
                  { value: 'bar', label: 'bar' },
                ]}
                onChange={(pressure) => {
                  units({ pressure });
                }}
              />
              <Choice
                label="Dates"
                value={settings.dates}
                options={[
                  { value: 'iso', label: '2026-12-03' },
                  { value: 'words', label: 'Thu 3 Dec 2026' },
                ]}
                onChange={(dates) => {
                  set({ dates });
                }}
              />
              <Choice
                label="Bench screen"
                value={settings.bench}
                options={[
                  { value: 'dark', label: 'Dark' },
                  { value: 'light', label: 'Light' },
                ]}
                onChange={(bench) => {
                  set({ bench });
                }}
              />
              <YesNo
                label="Sounds at the press"
                value={settings.sounds}
                yes="On"
                no="Off"
                onChange={(sounds) => {
                  set({ sounds });
                }}
              />
              <YesNo
                label="Nothing is printed without a nozzle check"
                value={settings.nozzlesFirst ?? false}
                onChange={(nozzlesFirst) => {
                  set({ nozzlesFirst });
                }}
              />
              <div className="max-w-sm">
                <ParsedField
                  label="Activation energy of the dye, kJ/mol"
                  shown={String(settings.energy)}
                  parse={(text) => {
                    const read = parseNumber(text);
                    return read.ok && read.value >= 40 && read.value <= 300
                      ? read
                      : { ok: false, problem: `“${text.trim()}” is not a number from 40 to 300.` };
                  }}
                  onValue={(energy) => {
                    set({ energy });
                  }}
                />
                <p className="mt-0.5 text-[15px] text-soft">
                  120 fits common practice: {print.temperature(celsiusOf(420))} 25 s,{' '}
                  {print.temperature(celsiusOf(400))} 45 to 60 s and {print.temperature(celsiusOf(380))} about 60 s give
                  the same result.
                </p>
              </div>
              {problem && <ProblemText problem={problemFrom(problem)} className="mt-2" />}
            </section>
            <Floor />
            <section className="space-y-3">
              <h2 className="font-big text-2xl font-bold">House rules</h2>
              <Schools
                house={settings.house}
                onChange={(house) => {
                  set({ house });
                }}
              />
            </section>
          </MayFill>
          <section className="space-y-3">
            <MayFill door="changeSettings">
              <Presses />
              <RatesForm
                settings={settings}
                onChange={(rates) => {
                  set({ rates });
                }}
              />
              <ParcelsForm
                settings={settings}
                onChange={(parcels) => {
                  set({ parcels });
                }}
              />
            </MayFill>
            <May door="tidy">
              <Backups />
              <Storage />
              <h2 className="pt-3 font-big text-2xl font-bold">Demo</h2>
              <DemoReset />
            </May>
            <p className="pt-3 text-[15px] text-soft">
              Plates at {print.temperature(200)} burn at a touch. Follow the press maker’s manual and the blank maker’s
              sheet; circuits and wiring are for a licensed electrician and local code.
            </p>
          </section>
        </div>
      </div>
    </Cloth>
  );
}
