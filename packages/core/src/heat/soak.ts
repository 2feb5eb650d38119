/**
 * The one-term series of a plane wall that is heated on one face and insulated on the other: the first root ζ of ζ tan ζ = Bi and its
 * coefficient C = 4 sin ζ / (2ζ + sin 2ζ) (Incropera et al., one-term series). `biot` is more than 0. Bisection, about 50 steps.
 */
export function planeWall(biot: number): { zeta: number; c: number } {
  if (!(biot > 0)) throw new RangeError(`a Biot number is more than 0, got ${biot}`);
  let [low, high] = [1e-9, Math.PI / 2 - 1e-12];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (middle * Math.tan(middle) < biot) low = middle;
    else high = middle;
  }
  const zeta = (low + high) / 2;
  return { zeta, c: (4 * Math.sin(zeta)) / (2 * zeta + Math.sin(2 * zeta)) };
}

/** How a kind of goods takes up heat. */
export interface Body {
  /** Thermal diffusivity, mm²/s. */
  diffusivity: number;
  /** Conductivity, W/(m K). */
  conductivity: number;
  /** From the plate through paper into the body, W/(m² K). */
  contact: number;
}

/** Fired clay and glass. From memory, no published source: diffusivity 0.6 to 1 mm²/s, conductivity 1 to 1.7 W/(m K); contact through paper is a guess. */
export const CERAMIC: Body = { diffusivity: 0.8, conductivity: 1.5, contact: 450 };

/**
 * Seconds until the far face of a body `thickness` mm thick has risen by `share` of the way to the plate's temperature. The one-term series holds
 * from a Fourier number of 0.2 on, which any share above a half is beyond. Throws a RangeError on a thickness or a share out of bounds.
 */
export function soakSeconds(thickness: number, share: number, { diffusivity, conductivity, contact }: Body): number {
  if (!(thickness > 0)) throw new RangeError(`a thickness is more than 0 mm, got ${thickness}`);
  if (!(share > 0.5 && share < 1)) throw new RangeError(`a share is between 0.5 and 1, got ${share}`);
  const { zeta, c } = planeWall((contact * thickness) / 1000 / conductivity);
  const fourier = Math.log(c / (1 - share)) / (zeta * zeta);
  return (fourier * thickness * thickness) / diffusivity;
}
