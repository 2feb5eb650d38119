import { Marked, type Tokens } from 'marked';

export interface GuideSection {
  id: string;
  title: string;
}

/** A heading ends with its own name for links: `## Title {#name}`. */
const NAMED = /^(.*?)\s*\{#([a-z-]+)\}$/;

/**
 * The guide as HTML, each section under its own name, and the list of its sections. `address` gives where a picture of docs/screenshots is found. The text ships with the
 * application: nothing in it comes from anybody else.
 */
export function renderGuide(
  text: string,
  address: (name: string) => string,
): { html: string; sections: GuideSection[] } {
  const sections: GuideSection[] = [];
  const marked = new Marked({
    renderer: {
      heading({ text: words, depth }: Tokens.Heading): string {
        const [, title = words, id = ''] = NAMED.exec(words) ?? [];
        if (depth === 2) sections.push({ id, title: title.split(':')[0] ?? title });
        return `<h${depth} id="${id}">${title}</h${depth}>`;
      },
      image({ href, text: words }: Tokens.Image): string {
        return `<img src="${address(href.split('/').at(-1) ?? '')}" alt="${words}" width="1280" height="800" loading="lazy">`;
      },
    },
  });
  const html = marked.parse(text, { async: false });
  return { html, sections };
}
