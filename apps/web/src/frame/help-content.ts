/** What one screen is for, and how hands work on it. */
export interface Help {
  question: string;
  keys: readonly (readonly [keys: string, what: string])[];
  gestures: readonly string[];
  /** The section of the guide that belongs to it. */
  section: string;
}

const ZOOM = [['+  −  0  1', 'larger, smaller, the whole drawing, true size']] as const;
const ZOOMED = 'Wheel or pinch to zoom; drag the ground to move a larger drawing.';
const UNDO = [['Ctrl Z, Ctrl Shift Z', 'undo, redo']] as const;

/** By the first path that fits. */
const HELP: readonly { path: RegExp; help: Help }[] = [
  {
    path: /^\/jobs\/[^/]+\/blank/,
    help: {
      question: 'Will this take dye, and how large is the print?',
      keys: [...UNDO, ...ZOOM],
      gestures: [ZOOMED, 'Click a figure at the right to read why, and to change it.'],
      section: 'blank',
    },
  },
  {
    path: /^\/jobs\/[^/]+\/art/,
    help: {
      question: 'Will this picture, here, print well?',
      keys: [
        ['Arrow keys', 'move what is chosen by a millimetre or a sixteenth of an inch, with Shift by ten of them'],
        ['+  −', 'scale what is chosen'],
        ['[  ]', 'turn it'],
        ['Delete', 'remove it'],
        ...UNDO,
        ...ZOOM,
      ],
      gestures: [
        'Drag to move, pull a corner to scale, turn by the knob.',
        'Drop a picture file anywhere on the field.',
        ZOOMED,
      ],
      section: 'art',
    },
  },
  {
    path: /^\/jobs\/[^/]+\/sheet/,
    help: {
      question: 'How do the transfers lie on the paper?',
      keys: [
        ['Arrow keys', 'move the chosen transfer, with Shift further'],
        ['R', 'turn it'],
        ['P', 'pin it'],
        ...UNDO,
        ...ZOOM,
      ],
      gestures: ['Click a transfer to choose it, drag it to move it.', 'Drag a seam to move it.', ZOOMED],
      section: 'sheet',
    },
  },
  {
    path: /^\/jobs\/[^/]+\/stack/,
    help: {
      question: 'Does it lie well, and what are the settings?',
      keys: [['Arrow keys', 'move the piece on the bed'], ['R', 'turn it'], ...UNDO, ...ZOOM],
      gestures: [
        'Drag the piece on the bed.',
        'Click a setting to read where it comes from, and to change it.',
        ZOOMED,
      ],
      section: 'stack',
    },
  },
  {
    path: /^\/jobs\/[^/]+\/press/,
    help: {
      question: 'What do I do now, and how long still?',
      keys: [['Space, →, Enter', 'do what the strip at the foot says']],
      gestures: ['A foot pedal does the same: More, Foot pedal.', 'Tap the strip of steps to see all of them.'],
      section: 'press',
    },
  },
  {
    path: /^\/jobs\/[^/]+\/inspect/,
    help: {
      question: 'Is each piece good?',
      keys: [['Enter', 'call all pieces good that were pressed as planned']],
      gestures: ['Click Spoiled on a piece, then the picture that looks like it.'],
      section: 'inspect',
    },
  },
  {
    path: /^\/(jobs|orders)\/[^/]+\/pack/,
    help: {
      question: 'What is ready, for whom, and in which bag?',
      keys: [['Enter', 'after a number such as 21/3: that piece goes into its bag']],
      gestures: [
        'Touch a piece to put it into its bag, touch it again to take it out.',
        'A reader that types does the same as the camera.',
      ],
      section: 'pack',
    },
  },
  {
    path: /^\/stock/,
    help: {
      question: 'What runs out before the next delivery?',
      keys: [['Enter', 'the purchase list']],
      gestures: ['Click a thing for what happened to it, and to receive or count it.'],
      section: 'stock',
    },
  },
  {
    path: /^\/bench/,
    help: {
      question: 'Which press wants me now, and what for?',
      keys: [['Space', 'do what is most urgent']],
      gestures: ['Each lane has a button of its own.'],
      section: 'bench',
    },
  },
  {
    path: /^\/sheets/,
    help: {
      question: 'Which jobs share a sheet?',
      keys: [...ZOOM],
      gestures: ['Tick jobs at the right.', 'Drag a transfer to move it.', ZOOMED],
      section: 'sheets',
    },
  },
  {
    path: /^\/shelf/,
    help: {
      question: 'Where is the blank I want?',
      keys: [['Enter', 'open what is chosen']],
      gestures: ['Click a card to open it; the three dots hold the rest.'],
      section: 'shelf',
    },
  },
  {
    path: /^\/shop/,
    help: {
      question: 'What have we got, and how do we work?',
      keys: [],
      gestures: ['Check it, beside a press, says what to set its dial to.'],
      section: 'shop',
    },
  },
  {
    path: /^\/(people|me|changes)/,
    help: {
      question: 'Who is let in, from where, and what may they do?',
      keys: [],
      gestures: ['The three dots beside somebody hold what changes how they come in.'],
      section: 'people',
    },
  },
  {
    path: /^\/orders/,
    help: {
      question: 'What is wanted by when, and what holds it up?',
      keys: [['Enter', 'do what the line says']],
      gestures: ['Click a size to open its job.', 'Paste sizes from a spreadsheet into a line.'],
      section: 'orders',
    },
  },
  {
    path: /^\/studies/,
    help: {
      question: 'Which setting is best for this cloth on this press, and how sure is that?',
      keys: [['Tab, Enter', 'go to a swatch on the map, and open it']],
      gestures: [
        'Click a swatch on the map or in the list for everything that was read off it.',
        'The darker the map, the better; the green box is the robust setting with all that it forgives.',
      ],
      section: 'dial-in',
    },
  },
  {
    path: /^\/(log|recipes|chart|settings)/,
    help: {
      question: 'What worked, and what is spoiled most?',
      keys: [],
      gestures: ['A diamond in the chart is a day that was different.'],
      section: 'log',
    },
  },
  {
    path: /^\//,
    help: {
      question: 'Which job do I go on with?',
      keys: [],
      gestures: ['Click a job to open it where it stands.'],
      section: 'today',
    },
  },
];

/** Keys that mean the same everywhere. */
export const EVERYWHERE: Help['keys'] = [
  ['Enter', 'do what the strip at the foot says'],
  ['Ctrl K', 'find a job, a page or a command'],
  ['?', 'this help'],
  ['Esc', 'close what is open'],
];

/** The help of the screen at a path. */
export function helpFor(path: string): Help {
  const found = HELP.find((one) => one.path.test(path));
  if (!found) throw new RangeError(`no help for ${path}: a path begins with /`);
  return found.help;
}
