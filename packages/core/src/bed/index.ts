export {
  type Bed,
  type BedPiece,
  type BedRequest,
  boxTurned,
  HANG_CLEARANCE,
  type HangOff,
  layBed,
  type Place,
  placeOne,
} from './place.js';
export {
  LEAST_OVERLAP,
  movedSection,
  planSections,
  type SectionGrid,
  type SectionRequest,
  type Sections,
} from './sections.js';
export { coverFewer } from './cover.js';
