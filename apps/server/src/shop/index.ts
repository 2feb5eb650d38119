export { ShopModule } from './shop.module.js';
export { ShopService } from './shop.service.js';
export { ShopRepository } from './shop.repository.js';
