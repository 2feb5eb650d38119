import { expose } from 'comlink';
import type { Finding } from '@kanga/core/finding';
import type { Point } from '@kanga/core/geometry';
import {
  checkPress,
  fitHeat,
  placesToRead,
  suretyOf,
  usableZone,
  type HeatMap,
  type PressCheck,
  type UsableZone,
  type ZoneSurety,
} from '@kanga/core/heat';
import { unitPrinter, type ShopUnits } from '@kanga/core/units';

/** What the readings of a plate come to. */
export interface PlateJudged {
  map: HeatMap | null;
  zone: UsableZone | null;
  surety: ZoneSurety | null;
  findings: Finding[];
  /** Places that would tell most if they were read, too; none where the even part would hardly grow by them. */
  telling: Point[];
}

/** How many places are asked for beyond the grid at a time. */
const MORE = 3;
/** By how much the even part has to be larger, were all known, for that to be worth it. */
const WORTH_MORE = 1.15;

const work = {
  judge(name: string, check: PressCheck, platen: HeatMap['platen'], units: ShopUnits): PlateJudged {
    const map = fitHeat(check, platen);
    const surety = map && suretyOf(map);
    return {
      map,
      zone: map ? usableZone(map, check.dial) : null,
      surety,
      findings: checkPress(name, check, map, null, unitPrinter(units)),
      telling: surety && surety.doubt > WORTH_MORE ? placesToRead(check, platen, MORE) : [],
    };
  },
};
export type PlateWork = typeof work;
expose(work);
