export { ScannerModule } from './scanner.module.js';
