export { BenchModule } from './bench.module.js';
