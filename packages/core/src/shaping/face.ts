import * as fontkit from 'fontkit';
import { SILENT, type Face, type PathCommand, type Shaped } from '../text/index.js';
import { inSeenOrder } from './seen-order.js';

interface Layout {
  glyphs: { path: { commands: { command: string; args: number[] }[] } }[];
  positions: { xAdvance: number; xOffset: number; yOffset: number }[];
}

type Font = ReturnType<typeof fontkit.create> & {
  unitsPerEm: number;
  capHeight: number;
  hasGlyphForCodePoint(codePoint: number): boolean;
  layout(text: string): Layout;
};

const OPS: Record<string, PathCommand['op']> = {
  moveTo: 'M',
  lineTo: 'L',
  quadraticCurveTo: 'Q',
  bezierCurveTo: 'C',
  closePath: 'Z',
};

/** Neighbouring signs in one direction that one of the files draws. */
interface Run {
  font: Font;
  text: string;
}

/**
 * A face from the files of one font, each with some of its signs (as web fonts are cut). Letters that join and marks that stack are
 * shaped by fontkit; a text of two directions is put in order first. Throws when a file is not a font.
 */
export function faceOf(files: readonly Uint8Array[]): Face {
  const fonts = files.map((file) => fontkit.create(file as Parameters<typeof fontkit.create>[0]) as Font);
  const [main] = fonts;
  if (!main) throw new RangeError('a face needs at least one font file, got none');
  const fontFor = (sign: string) => fonts.find((font) => font.hasGlyphForCodePoint(sign.codePointAt(0) ?? 0));
  const known = new Map<string, Shaped>();

  function runsOf(text: string, missing: Set<string>): Run[] {
    const runs: Run[] = [];
    for (const sign of text) {
      const last = runs.at(-1);
      if (SILENT.test(sign)) {
        if (last !== undefined) last.text += sign;
        continue;
      }
      const font = /\s/u.test(sign) && last !== undefined ? last.font : fontFor(sign);
      if (!font) {
        missing.add(sign);
        continue;
      }
      if (last?.font === font) last.text += sign;
      else runs.push({ font, text: sign });
    }
    return runs;
  }

  /** The text as glyphs in the order they are seen, run by run. */
  function laid(text: string): { runs: { scale: number; layout: Layout }[]; missing: string[] } {
    const missing = new Set<string>();
    const runs = inSeenOrder(text.normalize('NFC')).flatMap((stretch) => {
      const inOrder = runsOf(stretch.text, missing);
      return stretch.leftward ? inOrder.reverse() : inOrder;
    });
    return {
      runs: runs.map((run) => ({ scale: 1 / run.font.unitsPerEm, layout: run.font.layout(run.text) })),
      missing: [...missing],
    };
  }

  function draw(text: string): Shaped {
    const { runs, missing } = laid(text);
    const commands: PathCommand[] = [];
    let x = 0;
    for (const { scale, layout } of runs) {
      layout.glyphs.forEach((glyph, i) => {
        const at = layout.positions[i] ?? { xAdvance: 0, xOffset: 0, yOffset: 0 };
        for (const { command, args } of glyph.path.commands) {
          const points = args.map((value, j) =>
            j % 2 === 0 ? x + (value + at.xOffset) * scale : -(value + at.yOffset) * scale,
          );
          commands.push({ op: OPS[command] ?? 'Z', points } as unknown as PathCommand);
        }
        x += at.xAdvance * scale;
      });
    }
    return { commands, advance: x, missing };
  }

  return {
    capHeight: (main.capHeight || main.unitsPerEm * 0.7) / main.unitsPerEm,
    measure(text) {
      const { runs, missing } = laid(text);
      const advance = runs.reduce(
        (sum, { scale, layout }) => sum + layout.positions.reduce((all, at) => all + at.xAdvance, 0) * scale,
        0,
      );
      return { advance, missing };
    },
    shape(text) {
      const drawn = known.get(text) ?? draw(text);
      // A run of thousands of names is drawn once a name; more than that is drawn anew rather than kept.
      if (known.size < 4096) known.set(text, drawn);
      return drawn;
    },
  };
}
