export { gapSchema } from './gap.js';
export { lookSchema, profileSchema, type ProofLook, proofQuerySchema } from './proof.js';
export { sheetChoicesSchema } from './choices.js';
export {
  type GangChoices,
  type NewPrint,
  newPrintSchema,
  type PrinterReport,
  printerReportSchema,
  printRecordSchema,
  printsQuerySchema,
  settleSchema,
  sheetNumberSchema,
} from './print.js';
