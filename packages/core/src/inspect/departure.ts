/** Something in which a pressing was not as it was planned. */
export type Departure =
  /** s, and °C, further off than is near. */
  | { kind: 'shorter' | 'longer' | 'cooler' | 'hotter'; by: number; step: number }
  /** A pressing that was passed over. */
  | { kind: 'left out'; step: number }
  /** It has not come so far: it waits, or was scrapped on the way. */
  | { kind: 'not pressed'; step: number }
  /** Nothing measured the plate, and nobody said that it was hot. */
  | { kind: 'heat not known'; step: number };
