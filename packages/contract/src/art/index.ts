export {
  artFactsSchema,
  artListQuerySchema,
  artPageSchema,
  artSchema,
  artSizeSchema,
  designSchema,
  runSchema,
  uploadQuerySchema,
} from './art.js';
