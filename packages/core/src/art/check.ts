import type { Finding, Severity } from '../finding/index.js';
import { applyTo, boundsOf, rectContains, unionOf } from '../geometry/index.js';
import type { Blank, Template } from '../blank/index.js';
import { tidyNumber, type UnitPrinter } from '../units/index.js';
import type { Art, Placement } from './art.js';
import { coverageOf, type Coverage } from './coverage.js';
import { pixelsPerInch, pixelToTemplate } from './placement.js';

/**
 * Pixels per inch at printed size: 300 is the aim (common practice, no published source); the lower two levels are Kanga's own.
 * Cloth that hides detail forgives a third.
 */
export const RESOLUTION_LEVELS = { aim: 300, fix: 200, stop: 100 };

export interface ArtCheck {
  ppi: number;
  background: 'opaque' | 'transparent' | 'white box' | 'haze';
  coverage: Coverage;
  findings: Finding[];
}

const finding = (
  code: string,
  severity: Severity,
  title: string,
  why: string,
  remedy: string,
  box?: Finding['where']['box'],
): Finding => ({
  code,
  severity,
  title,
  why,
  remedy,
  where: { stage: 'art', ...(box ? { box } : {}) },
  waivable: true,
});

function backgroundOf({ facts }: Art): ArtCheck['background'] {
  if (facts.hasAlpha && facts.transparentShare > 0.005) return facts.faintShare > 0.02 ? 'haze' : 'transparent';
  return facts.rim.opaqueShare > 0.98 && facts.rim.nearWhiteShare > 0.9 ? 'white box' : 'opaque';
}

function resolutionFinding(ppi: number, blank: Blank): Finding | null {
  const forgiving = blank.surface === 'smooth' ? 1 : 2 / 3;
  const { aim, fix, stop } = RESOLUTION_LEVELS;
  // A hair under the aim (299.6) is the aim: the eye does not see rounding.
  if (ppi >= aim * forgiving - 0.5) return null;
  const severity: Severity = ppi < stop * forgiving ? 'stop' : ppi < fix * forgiving ? 'fix' : 'note';
  const words = { stop: 'it will print as blocks', fix: 'edges will look soft', note: 'a little under the aim' }[
    severity
  ];
  return finding(
    'art.resolution',
    severity,
    `${Math.round(ppi)} pixels per inch: ${words}`,
    `The aim on ${blank.surface} cloth is ${Math.round(aim * forgiving)} pixels per inch at printed size.`,
    `Use a picture ${tidyNumber((aim * forgiving) / ppi, 1)} times as wide in pixels, or print it smaller.`,
  );
}

/** Judges one picture as it lies on the template: resolution, background, cover. */
export function checkArt(
  art: Art,
  placement: Placement,
  template: Template,
  blank: Blank,
  print: UnitPrinter,
): ArtCheck {
  const ppi = pixelsPerInch(placement, art.facts);
  const background = backgroundOf(art);
  const coverage = coverageOf(template, placement, art.facts);
  const findings: Finding[] = [];
  const low = resolutionFinding(ppi, blank);
  if (low) findings.push(low);

  const spot = template.bleed === 0;
  if (spot && background === 'white box') {
    findings.push(
      finding(
        'art.background',
        'note',
        'The background is white, not transparent',
        'White prints as nothing on a white blank, but off-white or grey in it prints as a faint box.',
        'If a box would show on this cloth, save the art with a transparent background.',
      ),
    );
  }
  if (background === 'haze') {
    findings.push(
      finding(
        'art.haze',
        'fix',
        `${Math.round(art.facts.faintShare * 100)} % of the picture is faint haze`,
        'Half-transparent pixels, soft shadows and halos print as a grey veil round the art.',
        'Clear the background fully, or put the art on a solid colour.',
      ),
    );
  }
  const corners = [
    { x: 0, y: 0 },
    { x: art.facts.width, y: 0 },
    { x: art.facts.width, y: art.facts.height },
    { x: 0, y: art.facts.height },
  ];
  const box = boundsOf(corners.map((corner) => applyTo(pixelToTemplate(placement, art.facts), corner)));
  const area = { x: 0, y: 0, width: template.width, height: template.height };
  if (box.x > area.width || box.y > area.height || box.x + box.width < 0 || box.y + box.height < 0) {
    findings.push({
      ...finding(
        'art.outside',
        'stop',
        'The picture lies wholly outside the print area',
        'Nothing of it would be printed.',
        'Drag it back onto the template, or choose Fit.',
      ),
      waivable: false,
    });
  } else if (!spot && coverage.missingShare > 0) {
    const where = unionOf(coverage.missing);
    findings.push(
      finding(
        'art.cover',
        coverage.missingShare > 0.02 ? 'stop' : 'fix',
        `${coverage.missingShare < 0.01 ? 'Under 1' : Math.round(coverage.missingShare * 100)} % of the print is left bare`,
        'The art does not reach over the whole template and its bleed, so the cloth shows as a white edge or patch.',
        'Enlarge or move the art, or choose Fit to cover.',
        where,
      ),
    );
  } else if (spot && !rectContains(area, box, 0.1)) {
    findings.push(
      finding(
        'art.crop',
        'fix',
        'The picture runs over the print area and is cropped',
        `The print area is ${print.size(template.width, template.height)}; what lies outside is cut off.`,
        'Make it smaller or move it inside, or choose Fit.',
      ),
    );
  }
  return { ppi, background, coverage, findings };
}
