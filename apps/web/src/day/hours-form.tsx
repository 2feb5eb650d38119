import { useState } from 'react';
import { minutesOf, restFits, USUAL_SHIFT, type DayBook, type Shift } from '@kanga/core/day';
import { WEEKDAYS } from '@kanga/core/units';
import { problemFrom } from '../data/index.js';
import { Button, FormFoot, OpenDialog } from '../ui/index.js';
import { useKeepDay } from './use-keep-day.js';

/** What is wrong with the hours of somebody, in words; null: nothing. */
export function wrongWith(shift: Shift): string | null {
  const { name, from, to, rest, days } = shift;
  if (!(minutesOf(from) < minutesOf(to)))
    return `${name}: ${from || 'no time'} to ${to || 'no time'} is no stretch of a day. Write when work begins, then when it ends.`;
  if (rest && !restFits(shift))
    return `${name}: the break from ${rest.from || 'no time'} to ${rest.to || 'no time'} does not lie within ${from} to ${to}.`;
  if (days.length === 0) return `${name} works on no day: choose one, or take them off the people of the shop.`;
  return null;
}

/** When each person works: what the plan of the day keeps to. */
export function HoursForm({
  shifts: start,
  book,
  onClose,
}: {
  shifts: readonly Shift[];
  book: DayBook;
  onClose: () => void;
}) {
  const [shifts, setShifts] = useState<readonly Shift[]>(start);
  const keep = useKeepDay(book);
  const change = (name: string, words: Partial<Shift>) => {
    setShifts(shifts.map((shift) => (shift.name === name ? { ...shift, ...words } : shift)));
  };
  const wrong = shifts.flatMap((shift) => wrongWith(shift) ?? []);
  const time = (label: string, value: string, onChange: (value: string) => void) => (
    <label className="text-[14px] text-soft">
      {label}
      <input
        type="time"
        required
        value={value}
        className="figures block h-10 border-[1.5px] border-key/50 bg-white px-2 text-key"
        onChange={(event) => {
          onChange(event.target.value);
        }}
      />
    </label>
  );
  return (
    <OpenDialog title="Hours" onClose={onClose} wide>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate({ shifts: [...shifts] }, { onSuccess: onClose });
        }}
      >
        {shifts.map((shift) => {
          const { name, from, to, rest, days } = shift;
          return (
            <fieldset key={name} className="mb-3 flex flex-wrap items-end gap-3 border-t border-rule pt-2">
              <legend className="font-semibold">{name}</legend>
              {time('From', from, (value) => {
                change(name, { from: value });
              })}
              {time('To', to, (value) => {
                change(name, { to: value });
              })}
              {rest ? (
                <>
                  {time('Break from', rest.from, (value) => {
                    change(name, { rest: { ...rest, from: value } });
                  })}
                  {time('Break to', rest.to, (value) => {
                    change(name, { rest: { ...rest, to: value } });
                  })}
                  <Button
                    onClick={() => {
                      change(name, { rest: null });
                    }}
                  >
                    No break
                  </Button>
                </>
              ) : (
                <Button
                  onClick={() => {
                    change(name, { rest: USUAL_SHIFT.rest });
                  }}
                >
                  Add a break
                </Button>
              )}
              <div role="group" aria-label={`Days of ${name}`} className="flex flex-wrap gap-1">
                {WEEKDAYS.map((day, i) => {
                  const on = days.includes(i + 1);
                  return (
                    <Button
                      key={day}
                      tone={on ? 'strong' : 'plain'}
                      aria-pressed={on}
                      className="!px-2"
                      onClick={() => {
                        change(name, { days: on ? days.filter((one) => one !== i + 1) : [...days, i + 1].sort() });
                      }}
                    >
                      {day}
                    </Button>
                  );
                })}
              </div>
            </fieldset>
          );
        })}
        {wrong.length > 0 && (
          <ul role="alert" className="font-semibold text-magenta">
            {wrong.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        )}
        <p className="mb-2 text-soft">
          People are named under Shop. Work may go on for two hours after the end; that counts as overtime, and the plan
          avoids it.
        </p>
        <FormFoot
          problem={keep.isError ? problemFrom(keep.error) : null}
          onCancel={onClose}
          label="Save"
          disabled={keep.isPending || wrong.length > 0}
        />
      </form>
    </OpenDialog>
  );
}
