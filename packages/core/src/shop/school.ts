import { celsiusOf, temperatureText } from '../units/index.js';
/** Questions on which good houses differ, and what this house does. */
export interface HouseRules {
  hold: 'tape' | 'spray' | 'tacky paper' | 'nothing' | 'painter’s tape' | 'household tape';
  sprayed: 'paper' | 'blank';
  reuse: 'never' | 'same design';
  paper: 'copy paper' | 'butcher paper' | 'parchment';
  nonStick: 'none' | 'lower wrap' | 'cover' | 'on the print';
  sleeves: 'transfer on top' | 'face down';
  pad: 'foam' | 'rubber';
  lines: 'pad' | 'torn edge';
  socks: 'roll' | 'flip';
  tees: 'short' | 'long';
  masks: 'usual' | 'fast';
  mats: 'usual' | 'firm';
}

export interface School<T extends string> {
  value: T;
  label: string;
  why: string;
  drawback: string;
}

type Questions = {
  readonly [K in keyof HouseRules]: { question: string; schools: readonly School<HouseRules[K]>[] };
};

/** Each question with its schools, reasons and drawbacks. Common practice, no published source. */
export const SCHOOLS: Questions = {
  hold: {
    question: 'How is the transfer held?',
    schools: [
      {
        value: 'spray',
        label: 'Spray mist',
        why: 'Repositionable: no tape marks, no shift. For soft goods; hard goods get heat tape all the same.',
        drawback: 'Spray in a box or outdoors, away from the hot plate.',
      },
      {
        value: 'tape',
        label: 'Heat tape',
        why: 'Holds hard goods fast; two thirds of the strip on the paper.',
        drawback: 'It marks white cloth.',
      },
      {
        value: 'tacky paper',
        label: 'Tacky paper',
        why: 'It holds by itself once it is hot: for production.',
        drawback: 'It costs more, and not every printer takes it.',
      },
      {
        value: 'nothing',
        label: 'Nothing',
        why: 'A flat white tee, handled gently, needs none.',
        drawback: 'Whatever moves it ghosts, an opening jolt above all.',
      },
      {
        value: 'painter’s tape',
        label: 'Painter’s tape',
        why: 'It is at hand everywhere, and some use it.',
        drawback: 'Most warn against it: its glue can stay on the cloth.',
      },
      {
        value: 'household tape',
        label: 'Household tape',
        why: 'It is at hand everywhere.',
        drawback: 'It melts, on the cloth and on the plate: Kanga stops every plan with it.',
      },
    ],
  },
  sprayed: {
    question: 'What is sprayed?',
    schools: [
      {
        value: 'paper',
        label: 'The paper, in a box',
        why: 'Nothing sticky gets on the cloth or on the press.',
        drawback: 'Too wet, the ink runs.',
      },
      {
        value: 'blank',
        label: 'The blank',
        why: 'The ink cannot run.',
        drawback: 'The cloth stays tacky beside the print until it is washed.',
      },
    ],
  },
  reuse: {
    question: 'Is protective paper used again?',
    schools: [
      {
        value: 'never',
        label: 'Never',
        why: 'Ink that it took up comes back as a ghost.',
        drawback: 'It takes a fresh sheet for every pressing.',
      },
      {
        value: 'same design',
        label: 'While the same design lies on the same spot',
        why: 'What comes back falls where it came from.',
        drawback: 'Until it browns, and never for another design.',
      },
    ],
  },
  paper: {
    question: 'Which protective paper?',
    schools: [
      {
        value: 'copy paper',
        label: 'Plain copy paper',
        why: 'It takes up stray ink and costs next to nothing.',
        drawback: 'Thin: heavy ink goes through it, so look at it after the first piece.',
      },
      {
        value: 'butcher paper',
        label: 'Butcher paper',
        why: 'It comes on a roll as wide as a plate, without a wax or a coating.',
        drawback: 'It wrinkles in damp air, and a wrinkle prints.',
      },
      {
        value: 'parchment',
        label: 'Parchment',
        why: 'Nothing sticks to it, and it stands the heat.',
        drawback: 'It takes up less ink than plain paper does.',
      },
    ],
  },
  nonStick: {
    question: 'A non-stick sheet?',
    schools: [
      {
        value: 'none',
        label: 'None',
        why: 'Paper takes up stray ink and is thrown away.',
        drawback: 'Paper wrinkles.',
      },
      {
        value: 'lower wrap',
        label: 'Round the lower plate',
        why: 'It keeps the lower plate clean.',
        drawback: 'Wipe it between designs.',
      },
      {
        value: 'cover',
        label: 'Above the cover sheet',
        why: 'It keeps the upper plate clean.',
        drawback: 'Against a print it holds ink and ghosts: paper stays between, and it is wiped.',
      },
      {
        value: 'on the print',
        label: 'In place of the cover sheet',
        why: 'It spares a sheet of paper.',
        drawback: 'It holds ink and gives it to the next piece as a ghost: Kanga stops every plan with it.',
      },
    ],
  },
  sleeves: {
    question: 'Neoprene sleeves: which way up?',
    schools: [
      {
        value: 'transfer on top',
        label: 'Transfer on top',
        why: 'The heat comes straight through the paper, and you see where it lies.',
        drawback: 'A curled sleeve has to be held flat while the paper is laid on.',
      },
      {
        value: 'face down',
        label: 'Sleeve face down on the transfer',
        why: 'The sleeve’s weight holds the transfer, and it lies flat by itself.',
        drawback: 'You place it blind, and the heat has to come through the foam.',
      },
    ],
  },
  pad: {
    question: 'Which pad?',
    schools: [
      {
        value: 'foam',
        label: 'Foam',
        why: 'No press lines; it lifts over seams.',
        drawback: 'Too soft, it gives patchy pressure.',
      },
      { value: 'rubber', label: 'Rubber or silicone', why: 'Even pressure.', drawback: 'Its edge can leave a line.' },
    ],
  },
  lines: {
    question: 'Against press lines?',
    schools: [
      {
        value: 'pad',
        label: 'Paper that overhangs the pad',
        why: 'Its edge floats beside the pad and cannot press into the cloth.',
        drawback: 'The pad has to be smaller than the paper on every side.',
      },
      {
        value: 'torn edge',
        label: 'Torn paper edges',
        why: 'A torn edge feathers out, and leaves no line.',
        drawback: 'Tearing takes time, and never through the print.',
      },
    ],
  },
  socks: {
    question: 'Socks?',
    schools: [
      {
        value: 'roll',
        label: 'Press, roll the edge round, press',
        why: 'Two half transfers: each side is placed by eye.',
        drawback: 'Too much roll leaves a line down the sock.',
      },
      {
        value: 'flip',
        label: 'One folded sheet, flip without opening',
        why: 'The gas stays in and the edge line is fainter.',
        drawback: 'The pattern has to meet itself at the fold.',
      },
    ],
  },
  tees: {
    question: 'Polyester tees?',
    schools: [
      {
        value: 'short',
        label: `${temperatureText(celsiusOf(380))} to ${temperatureText(celsiusOf(400))}, 45 to 60 s`,
        why: 'White stays at the low end: it yellows where it is hottest.',
        drawback: 'A cool press prints pale.',
      },
      {
        value: 'long',
        label: `${temperatureText(200)}, 60 to 90 s`,
        why: 'Heavy colour comes out full, whatever the press.',
        drawback: 'White may yellow: past the peak more time is not more colour.',
      },
    ],
  },
  masks: {
    question: 'Fabric masks?',
    schools: [
      {
        value: 'usual',
        label: `${temperatureText(celsiusOf(375))} to ${temperatureText(celsiusOf(400))}, 60 to 45 s`,
        why: 'Gentle on elastic and on white.',
        drawback: 'A minute a side.',
      },
      {
        value: 'fast',
        label: `${temperatureText(celsiusOf(420))}, 25 s, full pressure`,
        why: 'Twice as many an hour.',
        drawback: 'White yellows within seconds when the clock is missed, and elastic suffers.',
      },
    ],
  },
  mats: {
    question: 'Rubber-backed mats?',
    schools: [
      {
        value: 'usual',
        label: `${temperatureText(celsiusOf(390))}, 60 s, medium`,
        why: 'The rubber smells less and keeps its shape.',
        drawback: 'A thick face may stay pale.',
      },
      {
        value: 'firm',
        label: `${temperatureText(celsiusOf(405))}, 70 s, as firm as it goes`,
        why: 'A thick face takes more heat and pressure.',
        drawback: 'The rubber softens: lay it flat until it is cold.',
      },
    ],
  },
};

/** The questions, in the order in which they are asked. */
export const SCHOOL_KEYS = Object.keys(SCHOOLS) as (keyof HouseRules)[];

/** What a house does that has not said: the safest of each. */
export const USUAL_HOUSE: HouseRules = {
  hold: 'spray',
  sprayed: 'paper',
  reuse: 'never',
  paper: 'butcher paper',
  nonStick: 'none',
  sleeves: 'transfer on top',
  pad: 'foam',
  lines: 'pad',
  socks: 'roll',
  tees: 'short',
  masks: 'usual',
  mats: 'usual',
};

/** The school that a house follows on a question. */
export function schoolOf<K extends keyof HouseRules>(house: HouseRules, key: K): School<HouseRules[K]> {
  const found = SCHOOLS[key].schools.find(({ value }) => value === house[key]);
  if (!found) throw new RangeError(`there is no school “${house[key]}” on: ${SCHOOLS[key].question}`);
  return found;
}
