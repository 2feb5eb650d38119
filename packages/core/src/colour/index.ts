export { channelsOf, hexOf, linearOf, type Rgb, toLinear } from './srgb.js';
export { deltaE00, hexOfLab, type Lab, labOf, labOfLinear } from './lab.js';
export { type Look, lookOf, onCloth, onPaper } from './dye.js';
