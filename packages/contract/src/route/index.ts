export { type Route, type RouteName, ROUTES } from './routes.js';
export { addressOf, type ParamsOf, type Query } from './address.js';
