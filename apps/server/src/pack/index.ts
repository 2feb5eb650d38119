/** The packing table: what lies in which bag, the boxes of a parcel, and what is printed for it. */
export { PackModule } from './pack.module.js';
export { PackService } from './pack.service.js';
