import { setOperator, useMe, useShop, useOperator } from '../data/index.js';

/** The operator at this screen: said once, written down with everything that is done here. */
export function OperatorField({ slim = false }: { /** For the head of a page. */ slim?: boolean }) {
  const { people } = useShop().settings;
  const who = useOperator();
  const me = useMe();
  // Who signed in is who it is.
  if (me?.person) return slim ? null : <span className="text-[17px] font-semibold">{me.person.name}</span>;
  if (people.length === 0) return null;
  return (
    <label className={`flex items-center gap-2 ${slim ? '' : 'text-[17px]'}`}>
      Operator
      <select
        className={`rounded-sm border-2 border-edge bg-field font-semibold text-ink ${slim ? 'min-h-9 px-2' : 'min-h-16 px-3 text-lg'}`}
        value={who ?? ''}
        onChange={(event) => {
          setOperator(event.target.value === '' ? null : event.target.value);
          event.target.blur();
        }}
      >
        <option value="">not set</option>
        {people.map((name) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
        {who !== null && !people.includes(who) && <option value={who}>{who}</option>}
      </select>
    </label>
  );
}
