export { BlankModule } from './blank.module.js';
export { BlankRepository } from './blank.repository.js';
