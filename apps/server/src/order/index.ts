export { OrderModule } from './order.module.js';
export { OrderRepository } from './order.repository.js';
export { OrderService } from './order.service.js';
