import type { ShownCode as Shown } from '@kanga/contract/people';
import { timeIn } from '@kanga/core/units';
import { useDay, useShop } from '../data/index.js';

/** A code that is shown once, as large as it is read aloud. */
export function ShownCode({ shown }: { shown: Shown }) {
  const day = useDay();
  const { settings } = useShop();
  return (
    <>
      <p className="figures my-3 bg-wash px-4 py-3 text-[26px] font-bold tracking-wide select-all">{shown.code}</p>
      <p className="text-[15px] text-soft">
        Good once, until {day(shown.until)} {timeIn(settings.timeZone, shown.until)}. It is not shown again.
      </p>
    </>
  );
}
