import type { PressureLevel } from '@kanga/core/blank';
import { WEIGHTS, type DialLimits, type Wants, type Weight } from '@kanga/core/dial';
import { BUDGET_LIMITS, STUDY_SCHOOLS, type Study, type StudyChange } from '@kanga/core/study';
import { capitalised, formatDuration, parseDuration, parseNumber, parseTemperature } from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { Check, Choice, ParsedField, Select, TextField } from '../ui/index.js';

export type StudyWords = Omit<StudyChange, 'version'>;

/** Something measured that may be matched, with its name. */
export interface MatchTarget {
  label: string;
  strength: number;
  yellowing: number;
}
const FREE = 'free';
const targetValue = (target: { strength: number; yellowing: number } | null): string =>
  target ? `${target.strength.toFixed(2)} ${target.yellowing.toFixed(2)}` : FREE;

/** The swatches that studies were confirmed by: what another press or paper may be asked to look like. */
export const targetsOf = (studies: readonly Study[]): MatchTarget[] =>
  studies.flatMap(({ name, swatches }) => {
    const confirmed = swatches.filter(({ aim, reading }) => aim === 'confirm' && reading !== null).at(-1);
    return confirmed?.reading
      ? [
          {
            label: `the recipe of ${name}`,
            strength: confirmed.reading.strength.value,
            yellowing: confirmed.reading.yellowing.value,
          },
        ]
      : [];
  });

const AIMS: [Exclude<keyof Wants, 'target'>, string][] = [
  ['colour', 'Strong colour'],
  ['white', 'White ground'],
  ['sharp', 'Sharp edges'],
];
const SCHOOLS = { 'few swatches': 'Few swatches, computed', 'one change at a time': 'One change at a time' } as const;
/** Pre-presses that are tried where it is varied, s. */
const PRE_PRESSES = [0, 10, 20];

/** What a study looks for and within what: the same fields for a new one and for one that runs. */
export function StudyFields({
  words,
  pressures,
  targets,
  onChange,
}: {
  words: StudyWords;
  /** The levels that the blank allows. */
  pressures: readonly PressureLevel[];
  /** What may be matched. */
  targets: readonly MatchTarget[];
  onChange: (change: Partial<StudyWords>) => void;
}) {
  const print = usePrint();
  const { limits, wants, turns } = words;
  const limit = (change: Partial<DialLimits>) => {
    onChange({ limits: { ...limits, ...change } });
  };
  const heat = (end: 'least' | 'most', label: string) => (
    <ParsedField
      label={label}
      shown={print.temperature(limits.temperature[end])}
      parse={(text) => parseTemperature(text, print.units.temperature)}
      onValue={(value) => {
        limit({ temperature: { ...limits.temperature, [end]: value } });
      }}
    />
  );
  const time = (end: 'least' | 'most', label: string) => (
    <ParsedField
      label={label}
      shown={formatDuration(Math.round(limits.dwell[end]))}
      parse={parseDuration}
      onValue={(value) => {
        limit({ dwell: { ...limits.dwell, [end]: value } });
      }}
    />
  );
  const varied = limits.pressures.length > 1;
  return (
    <>
      <fieldset className="grid gap-3 sm:col-span-2 sm:grid-cols-4">
        <legend className="col-span-full mb-1 font-big text-lg font-bold">Between</legend>
        {heat('least', 'Coolest')}
        {heat('most', 'Hottest')}
        {time('least', 'Shortest')}
        {time('most', 'Longest')}
      </fieldset>
      <div className="sm:col-span-2">
        <Check
          label="Vary the pressure, too"
          checked={varied}
          disabled={pressures.length < 2}
          onChange={(checked) => {
            limit({
              pressures: checked
                ? [...pressures]
                : [limits.pressures.includes('medium') ? 'medium' : (limits.pressures[0] ?? 'medium')],
            });
          }}
        />
        {varied && (
          <div className="grid gap-3 sm:grid-cols-3">
            {limits.pressures.map((level) => (
              <TextField
                key={level}
                label={`${capitalised(level)} on this press`}
                placeholder="2 turns, level 4…"
                maxLength={40}
                value={turns[level]}
                onChange={(event) => {
                  onChange({ turns: { ...turns, [level]: event.target.value } });
                }}
              />
            ))}
          </div>
        )}
        <Check
          label="Vary the pre-press, too"
          checked={limits.prePresses.length > 1}
          onChange={(checked) => {
            limit({ prePresses: checked ? PRE_PRESSES : [limits.prePresses[1] ?? limits.prePresses[0] ?? 10] });
          }}
        />
      </div>
      <fieldset className="grid gap-2 sm:col-span-2">
        <legend className="mb-1 font-big text-lg font-bold">Wanted</legend>
        {AIMS.map(([aim, label]) => (
          <Choice<Weight>
            key={aim}
            label={label}
            value={wants[aim]}
            options={WEIGHTS.map((value) => ({ value, label: capitalised(value) }))}
            onChange={(value) => {
              onChange({ wants: { ...wants, [aim]: value } });
            }}
          />
        ))}
        {targets.length > 0 && (
          <Select
            label="As strong as"
            value={targetValue(wants.target)}
            options={[
              { value: FREE, label: 'it can be' },
              ...targets.map(({ label, strength, yellowing }) => ({
                value: targetValue({ strength, yellowing }),
                label,
              })),
            ]}
            onChange={(value) => {
              const found = targets.find((one) => targetValue(one) === value);
              onChange({
                wants: { ...wants, target: found ? { strength: found.strength, yellowing: found.yellowing } : null },
              });
            }}
          />
        )}
      </fieldset>
      <ParsedField
        label="Swatches at most"
        shown={String(words.budget)}
        parse={parseNumber}
        limits={(value) =>
          Number.isInteger(value) && value >= BUDGET_LIMITS.least && value <= BUDGET_LIMITS.most
            ? null
            : `Write a whole number from ${BUDGET_LIMITS.least} to ${BUDGET_LIMITS.most}.`
        }
        onValue={(budget) => {
          onChange({ budget });
        }}
      />
      <div className="sm:col-span-2">
        <Choice
          label="How the next setting is chosen"
          value={words.school}
          options={STUDY_SCHOOLS.map((value) => ({ value, label: SCHOOLS[value] }))}
          onChange={(school) => {
            onChange({ school });
          }}
        />
        {words.school === 'one change at a time' && (
          <p className="mt-1 text-[15px] text-soft">
            The dwell is stepped first, then heat at the best dwell. It cannot see that more heat wants less time, and
            takes about ten swatches to end near the best.
          </p>
        )}
      </div>
    </>
  );
}
