import { useId, useState, type ReactNode } from 'react';
import type { Parsed } from '@kanga/core/units';

const BOX = 'w-full rounded-sm border-[1.5px] bg-white px-2.5 py-1.5 min-h-10';

interface Labelled {
  label: string;
  hint?: ReactNode;
}

/** A value typed as text: read by `parse` when the field is left or Enter is pressed; what does not read says why and is kept. */
export function ParsedField<T>({
  label,
  hint,
  shown,
  parse,
  onValue,
  limits,
  placeholder,
  bare = false,
}: Labelled & {
  /** The value as text, from outside. */
  shown: string;
  parse: (text: string) => Parsed<T>;
  onValue: (value: T) => void;
  /** Says what is wrong with a value that reads, or null. */
  limits?: (value: T) => string | null;
  placeholder?: string;
  /** In a table: what it is about is seen without a word. */
  bare?: boolean;
}) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const commit = () => {
    if (text === null) return;
    const parsed = parse(text);
    const wrong = parsed.ok ? (limits?.(parsed.value) ?? null) : parsed.problem;
    setProblem(wrong);
    if (wrong === null && parsed.ok) {
      setText(null);
      if (text.trim() !== shown) onValue(parsed.value);
    }
  };
  return (
    <TextField
      label={label}
      hint={hint}
      problem={problem ?? undefined}
      measured
      bare={bare}
      value={text ?? shown}
      placeholder={placeholder}
      autoComplete="off"
      onChange={(event) => {
        setText(event.target.value);
      }}
      onBlur={commit}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          event.preventDefault();
          commit();
        }
        if (event.key === 'Escape' && text !== null) {
          event.stopPropagation();
          setText(null);
          setProblem(null);
        }
      }}
    />
  );
}

/** Plain text in a form of the browser’s own kind. */
export function TextField({
  label,
  hint,
  problem,
  measured = false,
  bare = false,
  ...rest
}: Labelled & { problem?: string; /** Shown in the letters of figures. */ measured?: boolean; bare?: boolean } & Omit<
    React.ComponentProps<'input'>,
    'className'
  >) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className={bare ? 'sr-only' : 'block text-[15px] font-semibold'}>
        {label}
      </label>
      <input
        id={id}
        aria-invalid={Boolean(problem)}
        aria-describedby={problem || hint ? `${id}-more` : undefined}
        className={`${BOX} ${measured ? 'figures' : ''} ${problem ? 'border-magenta' : 'border-key/50'}`}
        {...rest}
      />
      {(problem ?? hint) && (
        <p
          id={`${id}-more`}
          role={problem ? 'alert' : undefined}
          className={`mt-0.5 text-[14px] ${problem ? 'font-semibold text-magenta' : 'text-soft'}`}
        >
          {problem ?? hint}
        </p>
      )}
    </div>
  );
}

/** One of a few, all in sight. Arrow keys move, as radio buttons do; Enter is left to the line. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  disabled = false,
  bare = false,
}: {
  label: string;
  /** Null: nothing is chosen yet. */
  value: T | null;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  disabled?: boolean;
  /** In a row of tools: what it is about is seen without a word. */
  bare?: boolean;
}) {
  const name = useId();
  return (
    <fieldset disabled={disabled}>
      <legend className={bare ? 'sr-only' : 'text-[15px] font-semibold'}>{label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {options.map((option) => (
          <label
            key={option.value}
            className="inline-flex min-h-10 items-center justify-center rounded-sm border-[1.5px] border-key/50 bg-white px-3 min-w-tap has-checked:border-key has-checked:bg-key has-checked:text-white has-disabled:cursor-not-allowed has-disabled:opacity-60 has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-cyan"
          >
            <input
              type="radio"
              name={name}
              className="sr-only"
              checked={option.value === value}
              onChange={() => {
                onChange(option.value);
              }}
            />
            {option.label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** Yes or no, both in sight. */
export const YesNo = ({
  label,
  value,
  onChange,
  disabled,
  yes = 'Yes',
  no = 'No',
}: {
  label: string;
  value: boolean;
  onChange: (value: boolean) => void;
  disabled?: boolean;
  yes?: string;
  no?: string;
}) => (
  <Choice
    label={label}
    value={value ? 'yes' : 'no'}
    disabled={disabled}
    options={[
      { value: 'yes', label: yes },
      { value: 'no', label: no },
    ]}
    onChange={(chosen) => {
      onChange(chosen === 'yes');
    }}
  />
);

/** Something that is so or not, with its words beside the box. */
export const Check = ({
  label,
  checked,
  onChange,
  disabled = false,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
  disabled?: boolean;
}) => (
  <label className="flex min-h-10 items-center gap-2">
    <input
      type="checkbox"
      className="h-5 w-5 accent-cyan"
      checked={checked}
      disabled={disabled}
      onChange={(event) => {
        onChange(event.target.checked);
      }}
    />
    {label}
  </label>
);

/** One of many, from a list that opens. */
export function Select<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block text-[15px] font-semibold">
        {label}
      </label>
      <select
        id={id}
        className={`${BOX} border-key/50`}
        value={value}
        onChange={(event) => {
          const chosen = options.find((option) => option.value === event.target.value);
          if (chosen) onChange(chosen.value);
        }}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </div>
  );
}
