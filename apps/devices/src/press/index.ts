export { after, coldPlate, moveLever, SMALL_PRESS } from './plate.js';
export { PressController } from './press-controller.js';
