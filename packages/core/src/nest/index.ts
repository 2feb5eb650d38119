export { costOf, type NestProblem, type NestResult, type Spot, TooLarge } from './problem.js';
export { boundOf, martelloVigoL2 } from './bound.js';
export { roomAt } from './lay.js';
export { type Clashes, clashesOf, polygonsOverlap } from './verify.js';
export { Nester } from './search.js';
export { type Block, type Cells, cornersOf, twoBlocks } from './two-blocks.js';
