/** Colours that a base has until somebody measures its own: what is written down of a blank, not what the screen is painted with. */
export const COLOURS = [
  { value: '#ffffff', label: 'White' },
  { value: '#e6e6e2', label: 'Light grey' },
  { value: '#cdb892', label: 'Natural' },
  { value: '#f2d94e', label: 'Coloured' },
  { value: '#1b1b20', label: 'Dark' },
] as const;
