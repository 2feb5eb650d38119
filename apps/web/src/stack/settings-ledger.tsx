import type { ReactNode } from 'react';
import type { PressureLevel } from '@kanga/core/blank';
import type { Decision } from '@kanga/core/finding';
import { MEDIUM_KPA, SETTING_LIMITS, type Overrides, type PressSettings, type Peel } from '@kanga/core/stack';
import {
  formatDuration,
  formatTemperature,
  otherTemperature,
  parseDuration,
  parseTemperature,
} from '@kanga/core/units';
import { DecisionFact, Fact } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button, Choice, ParsedField } from '../ui/index.js';
import { LikeWork } from './like-work.js';

type Key = Exclude<keyof Overrides, 'places' | 'house'>;

/** The way to overrule one setting and to go back to the proposal. */
function Overrule({
  name,
  field,
  overruled,
  close,
}: {
  name: Key;
  field: ReactNode;
  overruled: boolean;
  close: () => void;
}) {
  const { session, view } = useJob();
  return (
    <div className="space-y-2">
      {field}
      {overruled && (
        <Button
          onClick={() => {
            session.change({ overrides: { ...view.job.overrides, [name]: null } });
            close();
          }}
        >
          Use the proposed value
        </Button>
      )}
    </div>
  );
}

/** Every setting with its source; each opens to its reasons, and to a way to overrule it. */
export function SettingsLedger({ settings, dial }: { settings: PressSettings; dial: Decision<number> | null }) {
  const { view, session, shop, print, locked } = useJob();
  const { temperature, dwell, pressure, prePress, peel } = settings;
  const set = <K extends Key>(key: K, value: Overrides[K]) => {
    session.change({ overrides: { ...view.job.overrides, [key]: value } });
  };
  const unit = print.units.temperature;
  const within = (key: 'dwell' | 'prePress') => (s: number) => {
    const { least, most } = SETTING_LIMITS[key];
    return s >= least && s <= most ? null : `From ${formatDuration(least)} to ${formatDuration(most)}.`;
  };
  const heat = SETTING_LIMITS.temperature;
  const overrule = (name: Key, isOverruled: boolean, field: ReactNode) => (close: () => void) =>
    !locked && <Overrule name={name} overruled={isOverruled} close={close} field={field} />;
  return (
    <>
      <Choice
        label="Press"
        value={view.press?.id ?? ''}
        disabled={locked}
        options={shop.presses.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(pressId) => {
          session.change({ pressId });
        }}
      />
      <dl className="mt-2">
        <DecisionFact
          name="Temperature"
          big
          decision={temperature}
          show={(c) => (
            <>
              {formatTemperature(c, unit)}{' '}
              <span data-other-unit className="text-[15px] text-soft">
                {otherTemperature(c, unit)}
              </span>
            </>
          )}
        >
          {overrule(
            'temperature',
            temperature.overruled !== undefined,
            <ParsedField
              label="Set it by hand"
              shown={formatTemperature(temperature.value, unit)}
              parse={(text) => parseTemperature(text, unit)}
              limits={(c) =>
                c >= heat.least && c <= heat.most
                  ? null
                  : `From ${print.temperature(heat.least)} to ${print.temperature(heat.most)}.`
              }
              onValue={(c) => {
                set('temperature', c);
              }}
            />,
          )}
        </DecisionFact>
        {dial && (
          <DecisionFact
            name="Dial"
            decision={dial}
            show={(c) => (
              <>
                {formatTemperature(c, unit)}{' '}
                <span data-other-unit className="text-[15px] text-soft">
                  {otherTemperature(c, unit)}
                </span>
              </>
            )}
          />
        )}
        <DecisionFact name="Dwell" big decision={dwell} show={formatDuration}>
          {overrule(
            'dwell',
            dwell.overruled !== undefined,
            <ParsedField
              label="Set it by hand"
              shown={formatDuration(dwell.value)}
              parse={parseDuration}
              limits={within('dwell')}
              onValue={(s) => {
                set('dwell', s);
              }}
            />,
          )}
        </DecisionFact>
        <DecisionFact
          name="Pressure"
          decision={pressure}
          show={(level) => (level === 'medium' ? `medium, ${print.pressure(MEDIUM_KPA)}` : level)}
        >
          {overrule(
            'pressure',
            pressure.overruled !== undefined,
            <Choice<PressureLevel>
              label="Set it by hand"
              value={pressure.value}
              options={[
                { value: 'light', label: 'Light' },
                { value: 'medium', label: 'Medium' },
                { value: 'firm', label: 'Firm' },
              ]}
              onChange={(level) => {
                set('pressure', level);
              }}
            />,
          )}
        </DecisionFact>
        <DecisionFact name="Pre-press" decision={prePress} show={(s) => (s === 0 ? 'none' : formatDuration(s))}>
          {overrule(
            'prePress',
            prePress.overruled !== undefined,
            <ParsedField
              label="Set it by hand"
              shown={formatDuration(prePress.value)}
              parse={parseDuration}
              limits={within('prePress')}
              onValue={(s) => {
                set('prePress', s);
              }}
            />,
          )}
        </DecisionFact>
        <DecisionFact name="Peel" decision={peel} show={(how) => how}>
          {overrule(
            'peel',
            peel.overruled !== undefined,
            <Choice<Peel>
              label="Set it by hand"
              value={peel.value}
              options={[
                { value: 'hot', label: 'Hot' },
                { value: 'cold', label: 'Cold' },
              ]}
              onChange={(how) => {
                set('peel', how);
              }}
            />,
          )}
        </DecisionFact>
        {view.stack && (
          <Fact
            name="Hot time"
            note={[
              ...(view.job.pieces > view.stack.cycle.atOnce
                ? [
                    `${formatDuration(view.stack.hotSeconds * Math.ceil(view.job.pieces / view.stack.cycle.atOnce))} for all ${view.job.pieces}`,
                  ]
                : []),
              'handling not counted',
            ].join(', ')}
          >
            <span className="figures">{formatDuration(view.stack.hotSeconds)}</span>{' '}
            {view.stack.cycle.atOnce === 1 ? 'a piece' : `for ${view.stack.cycle.atOnce} at once`}
          </Fact>
        )}
      </dl>
      {!view.film && <LikeWork temperature={temperature.value} dwell={dwell.value} />}
    </>
  );
}
