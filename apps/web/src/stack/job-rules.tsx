import { useState } from 'react';
import { SCHOOLS, SCHOOL_KEYS, schoolOf, type HouseRules } from '@kanga/core/shop';
import { lowered } from '@kanga/core/units';
import { Schools } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button, Dialog } from '../ui/index.js';

const said = (house: HouseRules, key: keyof HouseRules): string => lowered(schoolOf(house, key).label);

/** What is done otherwise than the house does, in this job alone; and the way to do something otherwise, and back. */
export function JobRules() {
  const { view, session, shop, locked } = useJob();
  const [open, setOpen] = useState(false);
  const usual = shop.settings.house;
  const { house: others = {}, ...overrides } = view.job.overrides;
  const house = { ...usual, ...others };
  const otherwise = SCHOOL_KEYS.filter((key) => house[key] !== usual[key]);
  const put = (next: HouseRules) => {
    const kept = Object.fromEntries(SCHOOL_KEYS.flatMap((key) => (next[key] === usual[key] ? [] : [[key, next[key]]])));
    session.change({ overrides: Object.keys(kept).length > 0 ? { ...overrides, house: kept } : overrides });
  };
  return (
    <section aria-label="Rules changed for this job" className="mt-3">
      {otherwise.map((key) => (
        <div key={key} className="border-l-4 border-yellow py-1 pl-3 text-[15px]">
          <p>
            {SCHOOLS[key].question} <b>In this job: {said(house, key)}.</b> The house: {said(usual, key)}.
          </p>
          {!locked && (
            <Button
              className="mt-1"
              onClick={() => {
                put({ ...house, [key]: usual[key] });
              }}
            >
              As the house rule
            </Button>
          )}
        </div>
      ))}
      {!locked && (
        <Button
          className="mt-2 w-full"
          onClick={() => {
            setOpen(true);
          }}
        >
          Change the rules for this job…
        </Button>
      )}
      <Dialog title="Rules changed for this job" open={open} onOpenChange={setOpen}>
        <p className="mb-3">What is chosen here holds for {view.job.name} alone. House rules are set in the shop.</p>
        <div className="space-y-3">
          <Schools house={house} onChange={put} />
        </div>
        <Button
          tone="strong"
          className="mt-4"
          onClick={() => {
            setOpen(false);
          }}
        >
          Done
        </Button>
      </Dialog>
    </section>
  );
}
