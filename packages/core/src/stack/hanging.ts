import { besideOf, type Blank, type Edge, type KeepOutKind } from '../blank/index.js';

/** What has to hang off the plate, with the edge of the print it lies at and how far from it, mm. */
export const hangingOf = (blank: Blank): { kind: KeepOutKind; edge: Edge; clearance: number }[] =>
  blank.sides.flatMap((side) =>
    side.keepOuts
      .filter((keepOut) => keepOut.hangsOff)
      .map((keepOut) => ({ kind: keepOut.kind, ...besideOf(keepOut, side.outline) })),
  );
