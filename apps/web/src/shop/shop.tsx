import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { mapOf } from '@kanga/core/heat';
import { formatDay, type Press, type Settings } from '@kanga/core/shop';
import type { UnitPrinter } from '@kanga/core/units';
import type { Shop } from '@kanga/contract/shop';
import { api, problemFrom, queryClient, shopQuery, usePrint, useShop } from '../data/index.js';
import { HeatPicture } from '../draw/index.js';
import { Cloth } from '../frame/index.js';
import { Button, Choice, Dialog, DialogClose, ParsedField, ProblemText } from '../ui/index.js';
import { Floor } from './floor.js';
import { HouseRules } from './house-rules.js';
import { PressCheck } from './press-check.js';

function DemoReset() {
  const [open, setOpen] = useState(false);
  const reset = useMutation({
    mutationFn: () => api<Shop>('shop/demo', { method: 'POST' }),
    onSuccess: async () => {
      for (const key of Object.keys(localStorage)) if (key.startsWith('kanga.bench.')) localStorage.removeItem(key);
      await queryClient.invalidateQueries();
      setOpen(false);
    },
  });
  return (
    <Dialog
      title="Load the demo shop again?"
      open={open}
      onOpenChange={setOpen}
      trigger={<Button tone="plain">Load the demo shop again…</Button>}
    >
      <p>
        Every job, picture, measured blank and entry of the log is thrown away, and the demo shop is put in its place.
        Save the tickets of jobs you want to keep first.
      </p>
      {reset.isError && <ProblemText problem={problemFrom(reset.error)} className="mt-2" />}
      <div className="mt-4 flex justify-end gap-2">
        <DialogClose asChild>
          <Button>Keep everything</Button>
        </DialogClose>
        <Button
          tone="danger"
          disabled={reset.isPending}
          onClick={() => {
            reset.mutate();
          }}
        >
          {reset.isPending ? 'Loading…' : 'Throw it away and load'}
        </Button>
      </div>
    </Dialog>
  );
}

/** A plate from above, shaded by its last check. */
function PlateGlyph({ press, print }: { press: Press; print: UnitPrinter }) {
  const { width, depth } = press.platen;
  const map = mapOf(press);
  return (
    <svg viewBox={`-8 -8 ${width + 16} ${depth + 16}`} className="h-24" aria-hidden>
      <rect width={width} height={depth} fill="#F3D9E6" />
      {map && <HeatPicture map={map} print={print} figures={false} />}
      <rect width={width} height={depth} fill="none" stroke="#17151F" strokeWidth="8" />
    </svg>
  );
}

/** The shop: its presses and printers, and how it likes things shown. Settings hold as soon as they are chosen. */
export function ShopPage() {
  const shop = useShop();
  const print = usePrint();
  const { settings } = shop;
  const save = useMutation({
    mutationFn: (json: Settings) => api<Settings>('shop/settings', { method: 'PUT', json }),
    onMutate: (next) => {
      queryClient.setQueryData(shopQuery.queryKey, { ...shop, settings: next });
    },
    onSettled: () => queryClient.invalidateQueries(shopQuery),
  });
  const set = (change: Partial<Settings>) => {
    save.mutate({ ...settings, ...change });
  };
  const units = (change: Partial<Settings['units']>) => {
    set({ units: { ...settings.units, ...change } });
  };
  return (
    <Cloth head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <h1 className="mb-4 font-big text-[34px] leading-none font-bold">Shop</h1>
        <div className="grid gap-8 lg:grid-cols-2">
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
            <Choice
              label="Sounds at the press"
              value={settings.sounds ? 'on' : 'off'}
              options={[
                { value: 'on', label: 'On' },
                { value: 'off', label: 'Off' },
              ]}
              onChange={(sounds) => {
                set({ sounds: sounds === 'on' });
              }}
            />
            {save.isError && <ProblemText problem={problemFrom(save.error)} className="mt-2" />}
          </section>
          <Floor />
          <HouseRules
            house={settings.house}
            onChange={(house) => {
              set({ house });
            }}
          />
          <section className="space-y-3">
            <h2 className="font-big text-2xl font-bold">Presses</h2>
            <ul className="space-y-3">
              {shop.presses.map((press) => (
                <li
                  key={press.id}
                  className="grid grid-cols-[96px_minmax(0,1fr)] items-center gap-4 border-[1.5px] border-key/25 p-3"
                >
                  <PlateGlyph press={press} print={print} />
                  <div>
                    <h3 className="font-semibold">
                      {press.name}, {press.kind}
                    </h3>
                    <p>
                      Plate <span className="figures">{print.size(press.platen.width, press.platen.depth)}</span>, up to{' '}
                      {print.temperature(press.heatLimit)}
                    </p>
                    <p className="text-soft">{press.remark}</p>
                    <p className="mt-1 flex flex-wrap items-center gap-2">
                      {press.check
                        ? `Checked ${formatDay(press.check.at.slice(0, 10), settings.dates)}.`
                        : 'Never checked.'}
                      <PressCheck press={press} />
                    </p>
                  </div>
                </li>
              ))}
            </ul>
            <h2 className="pt-3 font-big text-2xl font-bold">Demo</h2>
            <DemoReset />
            <p className="pt-3 text-[15px] text-soft">
              Plates at 200 °C burn at a touch. Follow the press maker’s manual and the blank maker’s sheet; circuits
              and wiring are for a licensed electrician and local code.
            </p>
          </section>
        </div>
      </div>
    </Cloth>
  );
}
