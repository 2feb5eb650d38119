/** What a shop keeps with all that is known of it, and what is to be bought; the book itself is the stock’s. */
export { PurchaseModule } from './purchase.module.js';
export { PurchaseService } from './purchase.service.js';
