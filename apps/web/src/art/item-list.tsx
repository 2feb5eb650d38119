import { FILLS, type DesignItem, type Fill } from '@kanga/core/art';
import { useJob } from '../job/index.js';
import { Button, Choice } from '../ui/index.js';
import type { Designing } from './use-design.js';

const FILL_NAMES: Record<Fill, string> = {
  own: 'Its own',
  same: 'The same',
  mirrored: 'Mirrored',
  across: 'Runs across',
};

/** Which side is looked at, and what the others show. */
export function SideChoice({ designing }: { designing: Designing }) {
  const { view, locked } = useJob();
  const { side, setSide, fill, setFill } = designing;
  const sides = view.blank?.sides ?? [];
  if (sides.length < 2) return null;
  return (
    <>
      <Choice
        bare
        label="Side"
        value={String(side)}
        options={sides.map(({ name }, i) => ({ value: String(i), label: name }))}
        onChange={(value) => {
          setSide(Number(value));
        }}
      />
      {side > 0 && (
        <Choice
          bare
          label={`It shows, against ${sides[0]?.name ?? 'the first side'}`}
          value={fill}
          disabled={locked}
          options={FILLS.map((value) => ({ value, label: FILL_NAMES[value] }))}
          onChange={setFill}
        />
      )}
    </>
  );
}

/** What lies on the side, the one in front first. */
export function ItemList({ designing }: { designing: Designing }) {
  const { view, locked } = useJob();
  const { items, chosen, choose, lift, remove, artOf, fill, side } = designing;
  const nameOf = (item: DesignItem) =>
    item.kind === 'text' ? `“${item.text || '…'}”` : (artOf(item)?.name.replace(/\.\w+$/, '') ?? 'Picture');
  const first = view.blank?.sides[0]?.name ?? 'the first side';
  return (
    <fieldset className="border-t border-rule py-2">
      <legend className="sr-only">What lies on this side</legend>
      {side > 0 && fill !== 'own' && (
        <p className="text-[14px] text-soft">
          Shows what is on {first}
          {items.length > 0 ? ', and above it:' : '.'}
        </p>
      )}
      <ul>
        {[...items].reverse().map((item) => {
          const picked = item.id === chosen?.item.id;
          return (
            <li key={item.id} className={`flex items-center gap-1 rounded-sm ${picked ? 'bg-yellow/25' : ''}`}>
              <label className="flex min-h-10 min-w-0 flex-1 items-center gap-2 px-1.5 has-focus-visible:outline-3 has-focus-visible:outline-cyan">
                <input
                  type="radio"
                  name="item"
                  className="sr-only"
                  checked={picked}
                  onChange={() => {
                    choose(item.id);
                  }}
                />
                <span aria-hidden className={`h-3 w-3 flex-none border-2 border-key ${picked ? 'bg-key' : ''}`} />
                <span className="truncate font-semibold">{nameOf(item)}</span>
              </label>
              {!locked && picked && (
                <>
                  {items.length > 1 && (
                    <>
                      <Button
                        className="px-2.5!"
                        aria-label={`Bring ${nameOf(item)} forward`}
                        onClick={() => {
                          lift(item.id, 1);
                        }}
                      >
                        ↑
                      </Button>
                      <Button
                        className="px-2.5!"
                        aria-label={`Send ${nameOf(item)} back`}
                        onClick={() => {
                          lift(item.id, -1);
                        }}
                      >
                        ↓
                      </Button>
                    </>
                  )}
                  <Button
                    className="px-2.5!"
                    aria-label={`Remove ${nameOf(item)}`}
                    onClick={() => {
                      remove(item.id);
                    }}
                  >
                    ✕
                  </Button>
                </>
              )}
            </li>
          );
        })}
      </ul>
    </fieldset>
  );
}
