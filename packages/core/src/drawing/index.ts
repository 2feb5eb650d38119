export { closedLoops, type Drawing, DRAWING_UNITS, DrawingProblem } from './drawing.js';
export { readSvg, writeSvg } from './svg.js';
export { readDxf, writeDxf } from './dxf.js';
