export { ThermometerModule } from './thermometer.module.js';
