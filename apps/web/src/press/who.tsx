import { setWho, useShop, useWho } from '../data/index.js';

/** Who stands at this screen: said once, written down with everything that is done here. */
export function Who({ dark, slim = false }: { dark: boolean; /** For the head of a page. */ slim?: boolean }) {
  const { people } = useShop().settings;
  const who = useWho();
  if (people.length === 0) return null;
  return (
    <label className={`flex items-center gap-2 ${slim ? '' : 'ml-auto text-[17px]'}`}>
      Who
      <select
        className={`rounded-sm border-2 font-semibold ${slim ? 'min-h-9 px-2' : 'min-h-16 px-3 text-lg'} ${dark ? 'border-white/50 bg-key text-white' : 'border-key/50 bg-white'}`}
        value={who ?? ''}
        onChange={(event) => {
          setWho(event.target.value === '' ? null : event.target.value);
          event.target.blur();
        }}
      >
        <option value="">nobody said</option>
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
