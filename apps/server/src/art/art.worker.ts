import sharp from 'sharp';
import { prepare, readArt } from './read-art.js';

// One picture at a time, in this worker's own thread: no cache of decoded pixels is kept between pictures.
sharp.cache(false);

export { prepare };
export default readArt;
