/** Documents for people, written line by line; what stands in them is known by who writes them. */
export { EDGE, type Heading, newDocument, type Pen, penFor, RIGHT, wrapped } from './pen.js';
export { csv } from './csv.js';
