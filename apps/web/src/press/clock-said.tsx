import type { ClockPhase } from '@kanga/core/bench';

/** What is said of a clock when it comes to a phase; of one that runs, or waits, nothing: figures that are read out all the time are noise. */
const SAID: Partial<Record<ClockPhase, (ironed: boolean) => string>> = {
  soon: (ironed) => (ironed ? 'soon: get ready to lift it' : 'soon: get ready to open it'),
  now: (ironed) => (ironed ? 'lift it now' : 'open it now'),
  overdue: (ironed) => (ironed ? 'overdue: lift it now' : 'overdue: open it now'),
};

/** Tells who does not see the clock, once for each phase, that it is nearly out, and that it is: the second breaks into whatever is being read. */
export function ClockSaid({ press, phase, ironed }: { press: string; phase: ClockPhase | null; ironed: boolean }) {
  const said = phase && SAID[phase]?.(ironed);
  const text = said ? `${press}: ${said}` : '';
  return (
    <div className="sr-only">
      <p aria-live="polite">{phase === 'soon' ? text : ''}</p>
      <p aria-live="assertive">{phase === 'soon' ? '' : text}</p>
    </div>
  );
}
