import { lazy, Suspense, useRef, type ReactNode } from 'react';
import { Header } from './header.js';
import { KeptStrip } from './kept-strip.js';
import { Selvedge } from './motif.js';
import { onHelp } from './help-door.js';
import { onPalette } from './palette-door.js';
import { useDoor } from './screen-door.js';

const Palette = lazy(() => import('./palette.js'));
const Help = lazy(() => import('./help.js'));

/** One cloth: header, border, field, line, with the woven edge round it. Pages without a job leave border and line out. */
export function Cloth({
  title,
  head,
  border,
  children,
  foot,
}: {
  /** What the window is called by. */
  title: string;
  head?: ReactNode;
  border?: ReactNode;
  children: ReactNode;
  foot?: ReactNode;
}) {
  const [palette, setPalette] = useDoor(onPalette);
  const [help, setHelp] = useDoor(onHelp);
  const main = useRef<HTMLElement>(null);
  return (
    <div className="relative flex min-h-full flex-col px-3.5 pb-3.5 lg:h-full">
      <title>{`${title} · Kanga`}</title>
      <a
        href="#main"
        onClick={(event) => {
          // The address stays as it is.
          event.preventDefault();
          main.current?.focus();
        }}
        className="sr-only no-print focus:not-sr-only focus:fixed focus:top-2 focus:left-4 focus:z-50 focus:border-[1.5px] focus:border-edge focus:bg-white focus:px-4 focus:py-3 focus:font-bold"
      >
        To the content
      </a>
      <Header>{head}</Header>
      <KeptStrip />
      {border}
      <Selvedge className="absolute bottom-0 left-0 h-[calc(100%-44px)] w-3.5" />
      <Selvedge className="absolute right-0 bottom-0 h-[calc(100%-44px)] w-3.5" />
      <Selvedge className="absolute bottom-0 left-0 h-3.5 w-full" />
      <main id="main" ref={main} tabIndex={-1} className="outline-none flex min-h-0 flex-1 flex-col bg-white">
        {children}
      </main>
      {foot && <div className="sticky bottom-0 z-10 max-lg:bottom-0">{foot}</div>}
      {help && (
        <Suspense>
          <Help
            onClose={() => {
              setHelp(false);
            }}
          />
        </Suspense>
      )}
      {palette && (
        <Suspense>
          <Palette
            onClose={() => {
              setPalette(false);
            }}
          />
        </Suspense>
      )}
    </div>
  );
}

/** The field of a stage: its one big picture with its few tools at its edge, and a narrow ledger of facts at its right (below it on a narrow screen). */
export function Field({
  title,
  tools,
  picture,
  ledger,
}: {
  title: string;
  tools?: ReactNode;
  picture: ReactNode;
  ledger: ReactNode;
}) {
  return (
    <div className="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,1fr)_340px]">
      <section
        aria-label={title}
        className="relative flex min-h-[420px] min-w-0 flex-col px-4 pt-2 pb-2 max-lg:min-h-[55vh]"
      >
        <div className="mb-1.5 flex flex-wrap items-center gap-x-4 gap-y-1.5">
          <h1 className="mr-auto text-[15px] font-semibold text-soft">{title}</h1>
          {tools}
        </div>
        <div className="relative min-h-0 flex-1">{picture}</div>
      </section>
      <aside
        aria-label="Facts"
        // What scrolls can be reached by keys, whatever stands in it.
        tabIndex={0}
        className="min-h-0 overflow-auto border-rule p-4 max-lg:border-t lg:border-l print:columns-2"
      >
        {ledger}
      </aside>
    </div>
  );
}
