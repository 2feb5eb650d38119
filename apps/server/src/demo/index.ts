export { DemoModule } from './demo.module.js';
export { DemoService } from './demo.service.js';
