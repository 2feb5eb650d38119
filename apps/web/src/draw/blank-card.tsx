import type { Blank } from '@kanga/core/blank';
import { BlankGlyph } from './blank-glyph.js';

/** A blank as a card that is chosen: one of all (`radio`), or beside others (`checkbox`). */
export function BlankCard({
  blank,
  type,
  checked,
  disabled = false,
  onChange,
}: {
  blank: Blank;
  type: 'radio' | 'checkbox';
  checked: boolean;
  disabled?: boolean;
  onChange: () => void;
}) {
  return (
    <label
      className={`flex w-[104px] flex-none flex-col items-center rounded-sm border-2 border-rule bg-white p-1.5 text-center text-[14px] leading-tight hover:border-key/60 has-checked:border-key has-checked:bg-yellow/25 has-focus-visible:outline-3 has-focus-visible:outline-offset-1 has-focus-visible:outline-cyan ${disabled ? 'opacity-50' : ''}`}
    >
      <input
        type={type}
        {...(type === 'radio' ? { name: 'blank' } : {})}
        className="sr-only"
        checked={checked}
        disabled={disabled}
        onChange={onChange}
      />
      <BlankGlyph blank={blank} className="mb-1 h-[58px] w-full" />
      <span className="line-clamp-2">{blank.name}</span>
    </label>
  );
}
