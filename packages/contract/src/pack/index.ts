/** The packing table, as it crosses the wire. */
export {
  LABEL_SIZES,
  labelSizeSchema,
  type LabelSize,
  type PackFile,
  packFileSchema,
  packSchema,
  type ParcelBox,
  type ParcelFacts,
  parcelSchema,
} from './pack.js';
