import { SCHOOLS, SCHOOL_KEYS, schoolOf, type HouseRules, type School } from '@kanga/core/shop';
import { usePrint } from '../data/index.js';
import { Select } from '../ui/index.js';

/** Each question on which the trade disagrees: what is done, why, and what speaks against it. */
export function Schools({ house, onChange }: { house: HouseRules; onChange: (house: HouseRules) => void }) {
  const print = usePrint();
  return SCHOOL_KEYS.map((key) => {
    const { question, schools } = SCHOOLS[key];
    const { why, drawback } = schoolOf(house, key);
    const options = (schools as readonly School<string>[]).map(({ value, label }) => ({
      value,
      label: print.text(label),
    }));
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
          {print.text(why)} {print.text(drawback)}
        </p>
      </div>
    );
  });
}
