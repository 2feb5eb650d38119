import { useEffect } from 'react';
import { useLocation } from 'react-router';
import text from '../../../../docs/guide.md?raw';
import { under } from '@kanga/contract/route';
import { useShop } from '../data/index.js';
import { Cloth } from '../frame/index.js';
import { renderGuide } from './render-guide.js';

const PICTURES = import.meta.glob<string>('../../../../docs/screenshots/*.png', {
  // A third of the bytes, and every letter can be read as before.
  query: '?format=webp&quality=70&effort=6',
  eager: true,
  import: 'default',
});
const addressOf = (name: string): string => PICTURES[`../../../../docs/screenshots/${name}`] ?? '';
const { html, sections } = renderGuide(text, addressOf);

/** The guide, as it ships with the application. Its one question: how is this done? */
export function Guide() {
  const { settings } = useShop();
  const { hash } = useLocation();
  useEffect(() => {
    document.getElementById(hash.slice(1))?.scrollIntoView();
  }, [hash]);
  return (
    <Cloth title="Guide" head={<b>{settings.shopName}</b>}>
      <div className="grid min-h-0 flex-1 gap-8 overflow-auto p-6 lg:grid-cols-[220px_minmax(0,760px)]">
        <nav aria-label="Sections of the guide" className="self-start lg:sticky lg:top-0">
          <ul>
            {sections.map(({ id, title }) => (
              <li key={id}>
                <a href={under(`/guide#${id}`)} className="flex min-h-9 items-center text-cyan underline">
                  {title}
                </a>
              </li>
            ))}
          </ul>
        </nav>
        <article className="guide text-[17px]" dangerouslySetInnerHTML={{ __html: html }} />
      </div>
    </Cloth>
  );
}
