import type { ClockPhase } from '@kanga/core/bench';

/** Three sounds that cannot be mistaken for each other: one low knock, three rising notes, two falling ones. */
const TUNES: Partial<Record<ClockPhase, { hertz: number[]; length: number }>> = {
  soon: { hertz: [440], length: 0.12 },
  now: { hertz: [660, 880, 1320], length: 0.16 },
  overdue: { hertz: [520, 260], length: 0.3 },
};

let context: AudioContext | null = null;

/** Plays the sound of a phase; a browser that allows no sound yet stays silent. */
export function play(phase: ClockPhase): void {
  const tune = TUNES[phase];
  if (!tune) return;
  context ??= new AudioContext();
  // Made before the first touch of the screen, it waits for leave.
  if (context.state === 'suspended') void context.resume();
  const { currentTime, destination } = context;
  tune.hertz.forEach((hertz, i) => {
    if (!context) return;
    const [tone, loudness] = [context.createOscillator(), context.createGain()];
    const from = currentTime + i * tune.length;
    tone.type = 'triangle';
    tone.frequency.value = hertz;
    loudness.gain.setValueAtTime(0.5, from);
    loudness.gain.exponentialRampToValueAtTime(0.001, from + tune.length);
    tone.connect(loudness).connect(destination);
    tone.start(from);
    tone.stop(from + tune.length);
  });
}
