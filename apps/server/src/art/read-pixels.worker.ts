import sharp from 'sharp';
import { readPixels } from './read-pixels.js';

// One picture at a time, in this worker's own thread: no cache of decoded pixels is kept between pictures.
sharp.cache(false);

export default readPixels;
