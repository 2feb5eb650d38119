export { type Fewest, fewestWindows } from './fewest-windows.js';
