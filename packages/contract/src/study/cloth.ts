import Joi from 'joi';

/** A pressed swatch as the simulated scanner is told of it: what was printed, and how it was pressed. mm, °C, s; pressure from light 0 to firm 2. */
export interface PressedSwatch {
  shapes: {
    x: number;
    y: number;
    width: number;
    height: number;
    inks: { cyan: number; magenta: number; yellow: number; black: number };
  }[];
  width: number;
  height: number;
  temperature: number;
  dwell: number;
  pressure: number;
}
/** The cloth that is laid on its glass. */
export interface LaidCloth {
  name: string;
  /** sRGB of the cloth as it came, and its share of polyester, per cent. */
  baseColour: string;
  polyester: number;
  swatches: PressedSwatch[];
}
const number = Joi.number().required();
const share = Joi.number().min(0).max(1).required();
export const laidClothSchema = Joi.object<LaidCloth, true>({
  name: Joi.string().max(200).required(),
  baseColour: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i)
    .required(),
  polyester: Joi.number().min(0).max(100).required(),
  swatches: Joi.array()
    .items(
      Joi.object<PressedSwatch, true>({
        shapes: Joi.array()
          .items(
            Joi.object({
              x: number,
              y: number,
              width: number,
              height: number,
              inks: Joi.object({ cyan: share, magenta: share, yellow: share, black: share }).required(),
            }),
          )
          .max(200)
          .required(),
        width: number,
        height: number,
        temperature: number,
        dwell: number,
        pressure: number,
      }),
    )
    .min(1)
    .max(8)
    .required(),
});
/** Which swatches are laid on the glass. */
export const layClothSchema = Joi.object<{ swatches: number[] }, true>({
  swatches: Joi.array().items(Joi.number().integer().min(1)).min(1).max(8).unique().required(),
});
