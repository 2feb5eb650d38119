export {
  cardSchema,
  houseSchema,
  mediaSchema,
  type MediaWords,
  mediaWordsSchema,
  pressSchema,
  type PressWords,
  pressWordsSchema,
  printerSchema,
  type PrinterWords,
  printerWordsSchema,
  settingsSchema,
  type Shop,
  shopSchema,
  someHouseSchema,
} from './shop.js';
export { currencySchema, minorSchema, taxSchema } from './rates.js';
