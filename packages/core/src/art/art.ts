/** Which of the pixels print: one character a cell, rows of equal length from the top. `#` prints fully, `+` partly, `.` not at all. */
export type AlphaMask = readonly string[];

/** What a picture's pixels say about it; read once, when it arrives. */
export interface ArtFacts {
  /** Size in pixels, as seen upright. */
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
}

/** One picture kept by Kanga. */
export interface Art {
  id: string;
  name: string;
  sha256: string;
  bytes: number;
  mediaType: 'image/png' | 'image/jpeg';
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
export const ART_LIMITS = { bytes: 100 * 1024 * 1024, pixels: 200_000_000 };
