import type { Finding } from '../finding/index.js';
import type { Media, Printer } from '../shop/index.js';
import type { UnitPrinter } from '../units/index.js';
import { isLayout, type Layout, type NoFit } from './layout.js';

/** What is said of a sheet: what does not fit and why, and who mirrors. */
export function checkSheet(outcome: Layout | NoFit, media: Media, printer: Printer, print: UnitPrinter): Finding[] {
  const findings: Finding[] = [];
  if (!isLayout(outcome)) {
    findings.push({
      code: 'sheet.fit',
      severity: 'stop',
      title: `The print does not fit on ${media.name}`,
      why: `A piece with its cut marks and label needs ${print.size(outcome.needs.width, outcome.needs.height)}, upright or turned; inside the printer's margins ${media.name} has ${print.size(outcome.has.width, outcome.has.height)}. Kanga never scales a print to fit.`,
      remedy: 'Choose larger paper, a smaller bleed or a narrower gap.',
      where: { stage: 'sheet' },
      waivable: false,
    });
  }
  findings.push({
    code: 'sheet.mirror',
    severity: 'note',
    title:
      printer.mirroredBy === 'kanga'
        ? 'Mirrored by Kanga: turn the driver’s mirror off'
        : 'Not mirrored here: the driver must mirror',
    why: 'Lettering has to be mirrored exactly once. Twice, or never, and it reads the wrong way on the blank.',
    remedy:
      printer.mirroredBy === 'kanga'
        ? `In ${printer.name}: size 100 %, mirror off, one colour conversion.`
        : `In ${printer.name}: size 100 %, mirror on, one colour conversion.`,
    where: { stage: 'sheet' },
    waivable: true,
  });
  return findings;
}
