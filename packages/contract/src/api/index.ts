export { type AnswerOf, type BodyOf, ENDPOINTS, type QueryOf } from './endpoints.js';
export { jsonSchemaOf, openApi } from './open-api.js';
