export { ScannerLine } from './scanner-line.js';
export { ScannerModule } from './scanner.module.js';
