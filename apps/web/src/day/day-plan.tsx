import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { AHEAD, minutesOf, type DoneBed, type Shift } from '@kanga/core/day';
import { addressOf } from '@kanga/contract/route';
import { addDays, momentAfter, momentIn, weekdayOf } from '@kanga/core/units';
import { dayQuery, serverNow, useDay, useShop } from '../data/index.js';
import { May } from '../frame/index.js';
import { Button, Choice, ProblemText } from '../ui/index.js';
import { ChosenLoad } from './chosen-load.js';
import { DayList } from './day-list.js';
import { DayReview } from './day-review.js';
import { shownLoads } from './done-loads.js';
import { HoursForm } from './hours-form.js';
import { asides, clockOf, headline } from './day-words.js';
import { MovingLine } from './moving-line.js';
import { OneMore } from './one-more.js';
import { PressesOut } from './presses-out.js';
import { TakenPlan } from './taken-plan.js';
import { TryOrder } from './try-order.js';
import type { PlannedDay, useDayPlan } from './use-day.js';

const HOUR = 3600;
const LOOKS = [
  { value: 'line', label: 'Line' },
  { value: 'list', label: 'List' },
] as const;

/** The days on which something is planned or was pressed, and today while somebody still works. */
function daysOf({ view, from, shifts, today }: PlannedDay, zone: string, isDone: boolean): string[] {
  const days: string[] = [];
  for (let ahead = 0; ahead < AHEAD; ahead++) {
    const day = addDays(today, ahead);
    const [begins, ends] = spanOf(day, from, zone, ['00:00', '24:00']);
    if (view.rows.some(({ start, end }) => end > begins && start < ends)) days.push(day);
    else if (ahead === 0 && (isDone || shifts.some((shift) => worksOn(shift, day, from, zone)))) days.push(day);
  }
  return days.length > 0 ? days : [today];
}
/** A stretch of a day, s from the moment of a plan. */
const spanOf = (
  day: string,
  from: string,
  zone: string,
  [begins, ends]: readonly [string, string],
): [number, number] => {
  const at = (clock: string) =>
    (Date.parse(clock === '24:00' ? momentIn(zone, addDays(day, 1), '00:00') : momentIn(zone, day, clock)) -
      Date.parse(from)) /
    1000;
  return [at(begins), at(ends)];
};
/** Whether a shift of that day is not over. */
const worksOn = (shift: Shift, day: string, from: string, zone: string): boolean =>
  shift.days.includes(weekdayOf(day)) && spanOf(day, from, zone, [shift.from, shift.to])[1] > 0;
/** The first and the last hour that anybody works. */
function hoursOf(shifts: readonly Shift[]): [string, string] {
  const first = Math.min(...shifts.map((shift) => minutesOf(shift.from)), 9 * 60);
  const last = Math.max(...shifts.map((shift) => minutesOf(shift.to)), 12 * 60);
  const clock = (hour: number) => (hour >= 24 ? '24:00' : `${String(hour).padStart(2, '0')}:00`);
  return [clock(Math.floor(first / 60)), clock(Math.ceil(last / 60))];
}

/** The day’s one question: what is next on which press, and is anything late? */
export function DayPlan({ planned, done }: { planned: ReturnType<typeof useDayPlan>; done: readonly DoneBed[] }) {
  const { settings, presses, printers } = useShop();
  const { timeZone } = settings;
  const { plan, working, problem } = planned;
  const book = useQuery(dayQuery).data?.book;
  const dayText = useDay();
  const isDone = done.length > 0;
  const [look, setLook] = useState<(typeof LOOKS)[number]['value']>('line');
  const [day, setDay] = useState<string | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [hoursOpen, setHoursOpen] = useState(false);
  const [now, setNow] = useState(serverNow);
  useEffect(() => {
    const timer = setInterval(() => {
      setNow(serverNow());
    }, 30_000);
    return () => {
      clearInterval(timer);
    };
  }, []);
  // Where days begin on the shop's clock takes many looks at it: not again at every click.
  const days = useMemo(() => (plan ? daysOf(plan, timeZone, isDone) : []), [plan, timeZone, isDone]);
  if (!plan || !book)
    return problem ? (
      <ProblemText problem={problem} />
    ) : (
      <h1 role="status" className="py-4 font-big text-[27px] leading-tight font-bold text-soft">
        The day is being planned…
      </h1>
    );
  const { view, from } = plan;
  const shownDay = day !== null && days.includes(day) ? day : (days[0] ?? plan.today);
  const names = new Map([...presses, ...printers].map(({ id, name }) => [id, name]));
  const clock = (seconds: number) => clockOf(from, seconds, timeZone);
  const [dayStart, dayEnd] = spanOf(shownDay, from, timeZone, ['00:00', '24:00']);
  const rows = view.rows.filter(({ start, end }) => end > dayStart && start < dayEnd);
  const isToday = shownDay === plan.today;
  const pressed = isToday ? shownLoads(done, from, clock) : [];
  const [usual, closes] = spanOf(shownDay, from, timeZone, hoursOf(plan.shifts));
  // Whoever pressed before the shop opened sees that, too.
  const early = Math.max(0, usual - Math.min(usual, ...pressed.map(({ start }) => start)));
  const opens = usual - Math.ceil(early / HOUR) * HOUR;
  // What runs over by night, or after hours, is shown as far as anybody is there.
  const last = Math.max(
    closes,
    ...pressed.map(({ end }) => end),
    ...rows.filter(({ kind }) => kind !== 'print').map(({ end }) => Math.min(end, dayEnd)),
  );
  const ends = Math.max(0, ...pressed.map(({ end }) => end), ...rows.map(({ end }) => Math.min(end, last)));
  // A short day is shown large.
  const to = opens + Math.ceil((Math.min(last, Math.max(ends + HOUR / 2, opens + 4 * HOUR)) - opens) / HOUR) * HOUR;
  const hours = Array.from({ length: Math.round((to - opens) / HOUR) + 1 }, (_, i) => opens + i * HOUR);
  const row = view.rows.find(({ task }) => task === chosen);
  return (
    <section aria-label="Plan of the day">
      <div className="mb-1 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="font-big text-[27px] leading-tight font-bold">{headline(view, isDone)}</h1>
        <p className="min-w-0 flex-1 text-soft">
          {view.lastOff !== null && `Last load off ${offAt(view.lastOff, from, timeZone, plan.today, dayText)}. `}
          {asides(view, names).join(' ')}
          {working && ' Still bettering it…'}
        </p>
      </div>
      <p className="mb-2 hidden text-lg font-bold print:block">{dayText(shownDay)}</p>
      <div className="no-print mb-2 flex flex-wrap items-center gap-2">
        <div role="group" aria-label="Days" className="contents">
          {days.map((one) => (
            <Button
              key={one}
              tone={one === shownDay ? 'strong' : 'plain'}
              aria-pressed={one === shownDay}
              onClick={() => {
                setDay(one);
                setChosen(null);
              }}
            >
              {one === plan.today ? 'Today' : one === addDays(plan.today, 1) ? 'Tomorrow' : dayText(one)}
            </Button>
          ))}
        </div>
        <span className="ml-auto" />
        <Choice label="Shown as" bare value={look} options={LOOKS} onChange={setLook} />
        <May door="keepDay">
          <Button
            onClick={() => {
              setHoursOpen(true);
            }}
          >
            Hours…
          </Button>
        </May>
        {look === 'list' && rows.length > 0 && (
          <Button
            onClick={() => {
              window.print();
            }}
          >
            Print…
          </Button>
        )}
        <a href={addressOf('dayCalendar', {})} className="inline-flex min-h-10 items-center text-cyan underline">
          Calendar
        </a>
      </div>
      {look === 'list' ? (
        <DayList rows={rows} clock={clock} unitNames={names} />
      ) : (
        <MovingLine
          plan={plan}
          book={book}
          names={names}
          presses={presses}
          printers={printers}
          people={plan.shifts.map(({ name }) => name)}
          from={opens}
          to={to}
          hours={hours}
          clock={clock}
          now={isToday ? (Date.parse(now) - Date.parse(from)) / 1000 : null}
          unit={settings.units.temperature}
          done={pressed}
          chosen={chosen}
          onChoose={(task) => {
            setChosen(task === chosen ? null : task);
          }}
        />
      )}
      <div className="no-print">
        <TakenPlan plan={plan} book={book} unitNames={names} />
        {row && look === 'line' && (
          <ChosenLoad
            key={row.task}
            row={row}
            book={book}
            day={shownDay}
            zone={timeZone}
            clock={clock}
            unitName={names.get(row.unitId) ?? ''}
            onClose={() => {
              setChosen(null);
            }}
          />
        )}
        <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-[15px]">
          <May door="keepDay">
            <PressesOut book={book} />
          </May>
          {view.rows.length > 0 && <OneMore plan={plan} names={names} />}
          {view.left.length > 0 && (
            <details className="basis-full">
              <summary className="min-h-10 cursor-pointer py-2 text-soft">
                {view.left.length} open {view.left.length === 1 ? 'job is' : 'jobs are'} not in the plan
              </summary>
              <ul>
                {view.left.map(({ jobId, number, name, why }) => (
                  <li key={jobId}>
                    {number} {name}: {why}
                  </li>
                ))}
              </ul>
            </details>
          )}
        </div>
        <DayReview today={plan.today} taken={book.taken} pace={plan.asked.pace} />
        <May door="addOrder">
          <TryOrder plan={plan} />
        </May>
      </div>
      {hoursOpen && (
        <HoursForm
          shifts={plan.shifts}
          book={book}
          onClose={() => {
            setHoursOpen(false);
          }}
        />
      )}
      {problem && <ProblemText problem={problem} />}
    </section>
  );
}

/** When the last load comes off, with its day where that is not today. */
function offAt(
  seconds: number,
  from: string,
  zone: string,
  today: string,
  dayText: (moment: string) => string,
): string {
  const [, tomorrow] = spanOf(today, from, zone, ['00:00', '24:00']);
  return seconds < tomorrow
    ? `at ${clockOf(from, seconds, zone)}`
    : `on ${dayText(momentAfter(from, seconds))}, ${clockOf(from, seconds, zone)}`;
}
