import type { ReactNode } from 'react';
import { GAP_LIMITS, type Layout } from '@kanga/core/sheet';
import type { Media } from '@kanga/core/shop';
import { parseLength, tidyNumber } from '@kanga/core/units';
import { usePrint, useShop } from '../data/index.js';
import { Fact } from '../frame/index.js';
import { Choice, ParsedField } from '../ui/index.js';
import { UseBar } from './nest-panel.js';

/** The paper that everything is laid out on. */
export function PaperChoice({
  media,
  onChange,
  disabled,
}: {
  media: Media | null;
  onChange: (mediaId: string) => void;
  disabled?: boolean;
}) {
  const shop = useShop();
  return (
    <Choice
      label="Paper"
      value={media?.id ?? ''}
      disabled={disabled}
      options={shop.media.map(({ id, name }) => ({ value: id, label: name }))}
      onChange={onChange}
    />
  );
}

/** How much paper a layout takes, and how near that is to what no layout can beat. `children`: more facts between. */
export function LayoutFacts({
  layout,
  media,
  children,
}: {
  layout: Layout | null;
  media: Media | null;
  children?: ReactNode;
}) {
  const print = usePrint();
  const roll = media?.kind === 'roll';
  const length = layout?.sheets.reduce((sum, sheet) => sum + sheet.height, 0) ?? 0;
  return (
    <dl>
      {layout && media && (
        <Fact
          name={roll ? 'Length' : 'Sheets'}
          note={
            roll
              ? `no layout takes less than ${print.length(layout.bound)}`
              : `no layout takes fewer than ${layout.bound}`
          }
        >
          <span className="figures text-[28px] leading-none">{roll ? print.length(length) : layout.sheets.length}</span>
        </Fact>
      )}
      {children}
      {layout && (
        <Fact name="Use" note={`no layout reaches more than ${tidyNumber(layout.bestUse * 100, 0)} %`}>
          <span className="figures">{tidyNumber(layout.use * 100, 0)} %</span>{' '}
          <span className="font-normal text-soft">of the paper is printed</span>
          <UseBar use={layout.use} best={layout.bestUse} />
        </Fact>
      )}
    </dl>
  );
}

/** The gap between parts, where the scissors go. */
export function GapField({ gap, onGap }: { gap: number; onGap: (mm: number) => void }) {
  const print = usePrint();
  return (
    <ParsedField
      label="Gap between pieces"
      shown={print.length(gap)}
      parse={(text) => parseLength(text, print.units.length)}
      limits={(mm) =>
        mm >= GAP_LIMITS.least && mm <= GAP_LIMITS.most
          ? null
          : `From ${print.length(GAP_LIMITS.least)} to ${print.length(GAP_LIMITS.most)}.`
      }
      onValue={onGap}
    />
  );
}
