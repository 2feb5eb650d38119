export { NetworkModule } from './network.module.js';
export { NetworkService } from './network.service.js';
