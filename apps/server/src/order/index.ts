export { OrderModule } from './order.module.js';
export { OrderService } from './order.service.js';
