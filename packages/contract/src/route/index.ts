export { type Route, type RouteName, ROUTES } from './routes.js';
export { addressOf, servedUnder, under, within, type ParamsOf, type Query } from './address.js';
