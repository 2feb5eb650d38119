/** The packing table: what goes into which bag, and how large a parcel becomes. What an order is, and how goods are looked after, is known by the order (order). */
export { type Bag, BAG_KEYS, bagKeysOf, bagOf, bagsOf, bagWords, type BagKey } from './bags.js';
export { packBoxes, type Packed, type Parcel } from './boxes.js';
export type { Placed } from './lay.js';
export { coolAtOf, pairNumbers } from './cool.js';
export { type PackEvent, type PackPiece, type PackState, packState, type PieceCode, readPieceCode } from './piece.js';
export { mayPack, pieceName, scan, type Scanned } from './scan.js';
export { parcelled, type Parcelled, rollDiameter } from './shape.js';
export { girthOf, shippingFor } from './shipping.js';
