export { Past } from './past.service.js';
