import type { ComponentProps } from 'react';

type Tone = 'plain' | 'strong' | 'line' | 'danger';

const TONES: Record<Tone, string> = {
  plain: 'border-[1.5px] border-edge bg-field text-ink hover:bg-raised',
  strong: 'bg-cyan text-white hover:bg-strong-hover',
  line: 'bg-yellow text-key hover:bg-line-hover',
  danger: 'bg-magenta text-white hover:bg-danger-hover',
};

/** The one button. `tone` says how loud it is. */
export function Button({
  tone = 'plain',
  className = '',
  type = 'button',
  ...rest
}: ComponentProps<'button'> & { tone?: Tone }) {
  return (
    <button
      type={type}
      className={`inline-flex min-h-10 items-center min-w-tap justify-center gap-2 rounded-sm px-3.5 py-1.5 font-semibold whitespace-nowrap disabled:cursor-not-allowed disabled:opacity-60 ${TONES[tone]} ${className}`}
      {...rest}
    />
  );
}

/** A key as it is printed on a keyboard. */
export const Key = ({ children }: { children: string }) => (
  <kbd className="figures rounded-sm border-[1.5px] border-current px-1.5 text-[13px]">{children}</kbd>
);
