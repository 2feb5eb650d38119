/** Questions on which good houses differ, and what this house does. */
export interface HouseRules {
  hold: 'tape' | 'spray' | 'tacky paper' | 'nothing';
  reuse: 'never' | 'same design';
  nonStick: 'none' | 'lower wrap' | 'cover';
  pad: 'foam' | 'rubber';
  socks: 'roll' | 'flip';
}

export interface School<T extends string> {
  value: T;
  label: string;
  why: string;
  drawback: string;
}

/** Each question with its schools, reasons and drawbacks. Common practice, no published source. */
export const SCHOOLS: {
  readonly [K in keyof HouseRules]: { question: string; schools: readonly School<HouseRules[K]>[] };
} = {
  hold: {
    question: 'How is the transfer held?',
    schools: [
      {
        value: 'spray',
        label: 'Spray mist',
        why: 'Repositionable: no tape marks, no shift. For soft goods.',
        drawback: 'Spray in a box or outdoors, away from the hot plate.',
      },
      {
        value: 'tape',
        label: 'Heat tape',
        why: 'Holds hard goods fast; two thirds of the strip on the paper.',
        drawback: 'It marks white cloth. Never household or plastic tape: it melts.',
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
};

/** What a house does that has not said: the safest of each. */
export const USUAL_HOUSE: HouseRules = { hold: 'spray', reuse: 'never', nonStick: 'none', pad: 'foam', socks: 'roll' };

/** The school that a house follows on a question. */
export function schoolOf<K extends keyof HouseRules>(house: HouseRules, key: K): School<HouseRules[K]> {
  const found = SCHOOLS[key].schools.find(({ value }) => value === house[key]);
  if (!found) throw new RangeError(`there is no school “${house[key]}” on: ${SCHOOLS[key].question}`);
  return found;
}
