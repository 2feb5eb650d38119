export { PrintModule } from './print.module.js';
export { RenderQueue } from './render.queue.js';
export { Sender } from './sender.js';
