/** Which of the pixels print: one character a cell, rows of equal length from the top. `#` prints fully, `+` partly, `.` not at all. */
type AlphaMask = readonly string[];

/**
 * What the pixels show in which place: grids of cells, rows from the top, one sign a cell. Digits are tenths: `0` none, `9` nearly
 * all. Read once from the full picture, when it arrives.
 */
export interface ArtMaps {
  columns: number;
  rows: number;
  /** Share of faint, half-clear pixels. */
  haze: string;
  /** Share of printed pixels so pale that they vanish on white, without being white. */
  pale: string;
  /** How busy the place is: share of pixels on an edge. */
  busy: string;
  /** Width of the narrowest strokes there, in pixels of the original as a hexadecimal digit; `0`: none narrower than 16. */
  fine: string;
  /** Mean colour over white, `rrggbb` a cell, on a grid of its own: finer, for seams. */
  colours: { columns: number; rows: number; cells: string };
}

/** What a picture's pixels say about it; read once, when it arrives. */
export interface ArtFacts {
  /** Size in pixels, as seen upright; of a drawing, the pixels of its reading at 300 per inch. */
  width: number;
  height: number;
  hasAlpha: boolean;
  /** Shares of all pixels, 0 to 1: wholly transparent; and faint, more than none and less than a quarter opaque. */
  transparentShare: number;
  faintShare: number;
  /** The pixels along the picture's rim. */
  rim: { opaqueShare: number; nearWhiteShare: number };
  /** Null when every pixel prints fully. */
  mask: AlphaMask | null;
  /** Null in lists, where they would only weigh. */
  maps: ArtMaps | null;
  /** A drawing: it has no pixels of its own and prints sharp at any size. */
  vector: boolean;
  /** Name of the colour profile inside the file; null: none, taken as sRGB. */
  profile: string | null;
  /** Pixels per inch that the file itself says, so that it has a printed size of its own; null or left out: it says nothing that is meant. */
  ppi?: number | null;
}

export const ART_TYPES = [
  'image/png',
  'image/jpeg',
  'image/webp',
  'image/tiff',
  'image/svg+xml',
  'application/pdf',
] as const;
export type ArtType = (typeof ART_TYPES)[number];

/** One picture kept by Kanga. */
export interface Art {
  id: string;
  name: string;
  sha256: string;
  bytes: number;
  mediaType: ArtType;
  /** Which page of its file it is, from 1, and how many there are: more than one in a PDF. */
  page: number;
  pages: number;
  /** True for the pictures that Kanga draws for its demo shop. */
  demo: boolean;
  facts: ArtFacts;
}

/** Where and how large the picture lies on the template; the origin is the print area's top-left corner. */
export interface Placement {
  /** Centre of the picture, mm. */
  x: number;
  y: number;
  /** Printed width of the picture before turning, mm. */
  width: number;
  /** Clockwise, degrees, from −180 to 180. */
  rotation: number;
}

/** Limits of an upload. */
export const ART_LIMITS = { bytes: 100 * 1024 * 1024, pixels: 200_000_000, pages: 500 };
