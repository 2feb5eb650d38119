import { DropdownMenu as Radix } from 'radix-ui';
import type { MenuProps } from './menu-props.js';

/** What is done now and then, behind three dots. `label` says of what. */
export default function DropdownMenu({ label, items }: MenuProps) {
  return (
    <Radix.Root>
      <Radix.Trigger
        aria-label={label}
        className="flex h-10 w-10 items-center justify-center rounded-sm border-[1.5px] border-transparent text-[20px] font-bold hover:border-edge hover:bg-raised data-[state=open]:border-edge data-[state=open]:bg-raised"
      >
        <svg viewBox="0 0 20 20" className="h-5 w-5" fill="currentColor" aria-hidden>
          <circle cx="4" cy="10" r="1.8" />
          <circle cx="10" cy="10" r="1.8" />
          <circle cx="16" cy="10" r="1.8" />
        </svg>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          align="end"
          className="z-50 min-w-44 border-[1.5px] border-edge bg-white py-1 text-key shadow-lg"
          collisionPadding={8}
        >
          {items.map(({ label: name, act }) => (
            <Radix.Item
              key={name}
              onSelect={act}
              className="flex min-h-10 cursor-pointer items-center px-3.5 font-semibold outline-none data-highlighted:bg-wash"
            >
              {name}
            </Radix.Item>
          ))}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
