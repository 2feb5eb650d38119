/** The book of what is in stock, and nothing of what the things are or what is to be bought of them (purchase). */
export { StockModule } from './stock.module.js';
export { StockLedger } from './stock.ledger.js';
