/** Documents for people on A4, written line by line; what stands in them is known by who writes them. */
export { EDGE, type Heading, type Pen, penFor, RIGHT, wrapped } from './pen.js';
