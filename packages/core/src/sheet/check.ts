import type { Finding } from '../finding/index.js';
import type { Media, Printer } from '../shop/index.js';
import type { UnitPrinter } from '../units/index.js';
import { isLayout } from './outcome.js';
import type { SheetPlan } from './plan.js';

/** What is said of the sheets: what does not fit and why, what lies wrong, and who mirrors. */
export function checkSheet(
  { layout, request, arrangement, clashing }: SheetPlan,
  media: Media,
  printer: Printer,
  print: UnitPrinter,
  readable = false,
): Finding[] {
  const findings: Finding[] = [];
  const say = (finding: Pick<Finding, 'code' | 'severity' | 'title' | 'why' | 'remedy'>, waivable = false) => {
    findings.push({ ...finding, where: { stage: 'sheet' }, waivable });
  };
  if (!isLayout(layout)) {
    const name = request.tray.kinds[layout.kind]?.name;
    say({
      code: 'sheet.fit',
      severity: 'stop',
      title: `The print does not fit on ${media.name}`,
      why: `${name ? `The ${name}` : 'A piece'} with its cut marks and label needs ${print.size(layout.needs.width, layout.needs.height)}, upright or turned; inside the printer's margins ${media.name} has ${print.size(layout.has.width, layout.has.height)}. Kanga never scales a print to fit.`,
      remedy: 'Print it in parts, or choose larger paper, a smaller bleed or a narrower gap.',
    });
  }
  if (arrangement === 'void') {
    say(
      {
        code: 'sheet.arrangement',
        severity: 'note',
        title: 'The sheets were laid out again',
        why: 'The pieces, their gap or the paper changed since they were nested, so that their places no longer hold.',
        remedy: 'Nest them again to save paper.',
      },
      true,
    );
  }
  if (clashing.length > 0) {
    const parts = clashing.map((part) => `${(request.tray.parts[part]?.piece ?? 0) + 1}`);
    say({
      code: 'sheet.clash',
      severity: 'stop',
      title: `${clashing.length === 1 ? 'One transfer lies' : `${clashing.length} transfers lie`} on another or over the edge`,
      why: `What overlaps is printed twice over, and what leaves the printable part of the paper is cropped: ${[...new Set(parts)].slice(0, 8).join(', ')}.`,
      remedy: 'Drag them apart, or nest again.',
    });
  }
  if (Object.values(media.margins).every((margin) => margin === 0)) {
    say(
      {
        code: 'sheet.margins',
        severity: 'note',
        title: `${media.name} is set up without margins`,
        why: 'Few printers reach the very edge of the paper; where one cannot, its driver shrinks or crops the page and true size is lost.',
        remedy: 'Print one sheet, measure its ruler, and set the margins in the shop if an edge is missing.',
      },
      true,
    );
  }
  const own = printer.mirroredBy === 'kanga';
  say(
    {
      severity: 'note',
      ...(readable
        ? {
            code: 'sheet.readable',
            title: 'It reads right on the paper',
            why: own
              ? 'An opaque film is laid on as it is seen: nobody mirrors it.'
              : 'An opaque film is laid on as it is seen. The driver of this printer mirrors, so Kanga does, too: twice over it reads right.',
          }
        : {
            code: 'sheet.mirror',
            title: own
              ? 'Mirrored by Kanga: turn the driver’s mirror off'
              : 'Not mirrored here: the driver must mirror',
            why: 'Lettering has to be mirrored exactly once. Twice, or never, and it reads the wrong way on the blank.',
          }),
      remedy: `In ${printer.name}: size 100 %, mirror ${own ? 'off' : 'on'}, one colour conversion.`,
    },
    true,
  );
  return findings;
}
