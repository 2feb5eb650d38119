/** What can be seen on a spoiled piece, with its usual causes and what helps. Common practice, no published source. */
export const FAULTS = [
  {
    code: 'ghost',
    seen: 'Double or blurred image',
    causes: 'the transfer shifted on opening or peeling',
    helps: 'Tack or spray it, peel in one motion, lift smoothly, press off the auto-open jolt.',
  },
  {
    code: 'yellow',
    seen: 'Yellow or brown tint',
    causes: 'too hot or too long, or a dirty plate',
    helps: 'Less heat first, then less time.',
  },
  {
    code: 'pale',
    seen: 'Pale, washed out',
    causes: 'too cool, too short, too little pressure, low polyester, damp, wrong side of the paper',
    helps: 'Check the temperature, pre-press, then raise one at a time.',
  },
  {
    code: 'patches',
    seen: 'Pale patches',
    causes: 'a cool spot, uneven pressure, a seam under the pad, moisture',
    helps: 'Map the plate’s temperature, do the paper test, use a pad.',
  },
  {
    code: 'white-edge',
    seen: 'White edge or sliver',
    causes: 'no bleed, shifted, a gap in a split',
    helps: 'More bleed, a tighter join.',
  },
  {
    code: 'press-line',
    seen: 'Hard rectangular line',
    causes: 'the edge of the paper or the plate',
    helps: 'A foam pad with overhang, a torn edge, a larger gap.',
  },
  { code: 'specks', seen: 'Specks, blue threads', causes: 'lint', helps: 'Lint-roll before and after the pre-press.' },
  {
    code: 'blow-through',
    seen: 'Image on the back or the next piece',
    causes: 'no insert, a reused or too small sheet',
    helps: 'An insert, and a fresh sheet larger than the print.',
  },
  {
    code: 'gaps',
    seen: 'White gaps in the pile',
    causes: 'pile not laid, too short',
    helps: 'Pre-press 30 s, longer dwell.',
  },
  { code: 'creases', seen: 'Creases', causes: 'not pre-pressed', helps: 'Pre-press.' },
  {
    code: 'sock-line',
    seen: 'Line down a sock',
    causes: 'too much roll or overlap, a pattern that does not meet',
    helps: 'Less roll, or the flip method.',
  },
  { code: 'melted', seen: 'Melted zip, shiny seam', causes: 'it lay on the plate', helps: 'Let it hang off.' },
  {
    code: 'wrong-way',
    seen: 'Wrong-way text',
    causes: 'not mirrored, or mirrored twice',
    helps: 'One owner of the mirror.',
  },
  {
    code: 'broken',
    seen: 'Cracked border, broken piece',
    causes: 'rolled on the crease while hot, too much pressure',
    helps: 'Cool it flat; lighter pressure.',
  },
] as const;

export type FaultCode = (typeof FAULTS)[number]['code'];
export const FAULT_CODES = FAULTS.map((fault) => fault.code);

/** The catalogue's entry for a code. Throws a RangeError on an unknown one. */
export function faultOf(code: string): (typeof FAULTS)[number] {
  const fault = FAULTS.find((f) => f.code === code);
  if (!fault) throw new RangeError(`unknown fault “${code}”, expected one of ${FAULT_CODES.join(', ')}`);
  return fault;
}
