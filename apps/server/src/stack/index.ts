export { StackModule } from './stack.module.js';
