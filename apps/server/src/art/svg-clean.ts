import { readFile, writeFile } from 'node:fs/promises';
import createDOMPurify from 'dompurify';
import { JSDOM } from 'jsdom';

/** A drawing larger than this as text is no drawing for a shirt. */
const MOST_BYTES = 30 * 1024 * 1024;

/** Anything that would be fetched from elsewhere: all that is not inside the file itself. */
const isOutside = (reference: string): boolean => !/^\s*(#|data:image\/(png|jpeg|webp);)/i.test(reference);
const OUTSIDE_URL = /url\(\s*['"]?(?!\s*#|data:image\/(?:png|jpeg|webp);)[^)]*\)/gi;

/**
 * Rewrites an SVG file without scripts, event handlers, foreign content and anything fetched from elsewhere. It is only ever
 * drawn afterwards, never opened as a page. Throws when it is no SVG, or has no size to be drawn at.
 */
export async function cleanSvg(path: string): Promise<void> {
  const bytes = await readFile(path);
  if (bytes.length > MOST_BYTES)
    throw new Error(`the drawing has ${Math.round(bytes.length / 1e6)} MB; 30 MB is the most`);
  const text = bytes.toString('utf8').replace(/<!DOCTYPE[^>[]*(\[[\s\S]*?\])?\s*>/i, '');
  const { window } = new JSDOM('');
  try {
    const purify = createDOMPurify(window);
    purify.addHook('uponSanitizeAttribute', (_node, attribute) => {
      if (/(^|:)(href|src)$/i.test(attribute.attrName) && isOutside(attribute.attrValue)) attribute.keepAttr = false;
      else attribute.attrValue = attribute.attrValue.replace(OUTSIDE_URL, 'none');
    });
    purify.addHook('uponSanitizeElement', (node) => {
      if (node.nodeName.toLowerCase() === 'style' && node.textContent)
        node.textContent = node.textContent.replace(/@import[^;]*;?/gi, '').replace(OUTSIDE_URL, 'none');
    });
    const root = new window.DOMParser().parseFromString(text, 'image/svg+xml').documentElement;
    if (root.nodeName.toLowerCase() !== 'svg') throw new Error('it does not read as an SVG drawing');
    // Read as a page would read it: that reader sets the capitals of names right, and DOMPurify knows them so.
    const clean = purify.sanitize(new window.XMLSerializer().serializeToString(root), {
      USE_PROFILES: { svg: true, svgFilters: true },
      ADD_TAGS: ['use'],
      ADD_ATTR: ['href', 'xlink:href'],
      RETURN_DOM_FRAGMENT: true,
    });
    const svg = clean.querySelector('svg');
    if (!svg) throw new Error('nothing is left of it once scripts and outside parts are taken out');
    const size = (name: string) => Number.parseFloat(svg.getAttribute(name) ?? '');
    const box = (svg.getAttribute('viewBox') ?? '')
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    const boxed = box.length === 4 && (box[2] ?? 0) > 0 && (box[3] ?? 0) > 0;
    const sized = (name: string) => !svg.hasAttribute(name) || size(name) > 0;
    if (!sized('width') || !sized('height') || !(boxed || (size('width') > 0 && size('height') > 0)))
      throw new Error('it has no size: its width, height or viewBox is 0 or missing');
    await writeFile(path, new window.XMLSerializer().serializeToString(svg));
  } finally {
    window.close();
  }
}
