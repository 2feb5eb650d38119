export { StockPage } from './stock-page.js';
