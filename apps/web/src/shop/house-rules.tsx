import { SCHOOLS, schoolOf, type HouseRules as Rules, type School } from '@kanga/core/shop';
import { Select } from '../ui/index.js';

const KEYS = Object.keys(SCHOOLS) as (keyof Rules)[];

/** The schools of the house: each question with what is done here, why, and what speaks against it. */
export function HouseRules({ house, onChange }: { house: Rules; onChange: (house: Rules) => void }) {
  return (
    <section className="space-y-3">
      <h2 className="font-big text-2xl font-bold">House rules</h2>
      {KEYS.map((key) => {
        const { question, schools } = SCHOOLS[key];
        const { why, drawback } = schoolOf(house, key);
        const options = (schools as readonly School<string>[]).map(({ value, label }) => ({ value, label }));
        return (
          <div key={key} className="max-w-md">
            <Select
              label={question}
              value={house[key] as string}
              options={options}
              onChange={(value) => {
                onChange({ ...house, [key]: value });
              }}
            />
            <p className="mt-0.5 text-[15px] text-soft">
              {why} {drawback}
            </p>
          </div>
        );
      })}
    </section>
  );
}
