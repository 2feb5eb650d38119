export {
  type NewAnswer,
  newAnswerSchema,
  type NewReadings,
  newReadingsSchema,
  type NewResult,
  newResultSchema,
  type NewStudy,
  newStudySchema,
  type NewSwatches,
  newSwatchesSchema,
  studyChangeSchema,
  studySchema,
  type SwatchChange,
  swatchChangeSchema,
  swatchInPathSchema,
} from './study.js';
export { laidClothSchema, type LaidCloth, layClothSchema, type PressedSwatch } from './cloth.js';
