import { expose } from 'comlink';
import {
  checkDesign,
  type Art,
  type Drawn,
  type DrawnPicture,
  type DrawnText,
  type SideCheck,
  type SideDesign,
} from '@kanga/core/art';
import type { Blank, Template } from '@kanga/core/blank';
import { unitPrinter, type ShopUnits, type UnitPrinter } from '@kanga/core/units';

/** What lies on a side, without what was read in its pictures: that is told once. */
export type SentDrawn = Omit<DrawnPicture, 'art'> | DrawnText;

/** What stays while something is moved. */
export interface Goods {
  blank: Blank;
  templates: readonly Template[];
  arts: readonly Art[];
  units: ShopUnits;
}

let known: { goods: Goods; print: UnitPrinter } | null = null;

const work = {
  tell(goods: Goods): void {
    known = { goods, print: unitPrinter(goods.units) };
  },
  judge(drawn: readonly (readonly SentDrawn[])[], design: readonly SideDesign[]): SideCheck[] {
    if (!known) throw new Error('nobody said what it lies on');
    const { goods, print } = known;
    const withArt = (one: SentDrawn): Drawn[] => {
      if (one.kind === 'text') return [one];
      const art = goods.arts.find(({ id }) => id === one.item.artId);
      return art ? [{ ...one, art }] : [];
    };
    const sides = goods.templates.map((template, side) => ({ template, drawn: (drawn[side] ?? []).flatMap(withArt) }));
    return checkDesign(sides, design, goods.blank, print);
  },
};
export type JudgeWork = typeof work;
expose(work);
