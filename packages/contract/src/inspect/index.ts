export { faultCodeSchema } from './fault.js';
export {
  outcomesQuerySchema,
  outcomesSchema,
  type TestCloth,
  testClothSchema,
  type UsedCloth,
  usedClothSchema,
} from './outcome.js';
