import { TARGET, targetShapes, type Inks, type TargetCode } from '@kanga/core/measure';
import { setLine, svgOf } from '@kanga/core/text';
import { facesFor } from '../text/index.js';

/** The colour that asks a printer for a mix of its inks, as far as a picture in red, green and blue can. */
function colourOf({ cyan, magenta, yellow, black }: Inks): string {
  const part = (ink: number) => Math.round(255 * (1 - ink) * (1 - black));
  return `rgb(${part(cyan)},${part(magenta)},${part(yellow)})`;
}

/** Small words, capitals of so many mm: how small one may write is seen at a glance. */
const LETTERING = [
  { text: 'Small 1.6', size: 1.6, x: 36, y: 34.2 },
  { text: 'Fine 1.0', size: 1, x: 45, y: 34.4 },
];

/** The target of one swatch as a drawing at true size, as it is to be seen on the cloth: the sheet mirrors it like everything else. */
export async function targetSvg(code: TargetCode): Promise<string> {
  const { width, height } = TARGET;
  const [face] = [...(await facesFor(['plain'])).values()];
  const words = face
    ? LETTERING.map(({ text, size, x, y }) => {
        const line = setLine(face, text, { size, leastSize: size, maxWidth: null });
        return `<path transform="translate(${x} ${y})" d="${svgOf(line.commands)}"/>`;
      }).join('')
    : '';
  const shapes = targetShapes(code)
    .map(
      (one) =>
        `<rect x="${one.x}" y="${one.y}" width="${one.width}" height="${one.height}" fill="${colourOf(one.inks)}"/>`,
    )
    .join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${shapes}${words}</svg>`;
}
