export { faceOf } from './face.js';
