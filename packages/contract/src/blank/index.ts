export {
  type BlankChange,
  blankChangeSchema,
  blankSchema,
  type NewBlank,
  newBlankSchema,
  newBlanksSchema,
} from './blank.js';
export { type Glass, glassSchema, scanQuerySchema } from './scanner.js';
