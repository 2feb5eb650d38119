export { BlankModule } from './blank.module.js';
export { BlankRepository } from './blank.repository.js';
export { BlankService } from './blank.service.js';
