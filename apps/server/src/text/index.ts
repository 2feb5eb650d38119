export { faceIn, facesFor } from './faces.js';
export { TextModule } from './text.module.js';
