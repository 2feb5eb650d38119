import { useRef, type ReactNode } from 'react';
import { NavLink, Link } from 'react-router';
import { useMe } from '../data/index.js';
import { WhoIsHere } from '../people/index.js';
import { Key } from '../ui/index.js';
import { openHelp } from './help-door.js';
import { openPalette } from './palette-door.js';
import { AT_TABLET } from './places.js';

const PLACES = [
  ['/', 'Today'],
  ['/orders', 'Orders'],
  ['/jobs', 'Jobs'],
  ['/bench', 'Bench'],
  ['/sheets', 'Sheets'],
  ['/shelf', 'Shelf'],
  ['/stock', 'Stock'],
  ['/shop', 'Shop'],
  ['/recipes', 'Recipes'],
  ['/studies', 'Dial-in'],
  ['/log', 'Log'],
] as const;

function usePlaces() {
  const isTablet = Boolean(useMe()?.tablet);
  return isTablet ? PLACES.filter(([to]) => AT_TABLET.includes(to)) : PLACES;
}

/** The top row: where one is, and where else one can go. */
export function Header({ children }: { children?: ReactNode }) {
  const places = usePlaces();
  return (
    <header className="no-print relative z-30 -mx-3.5 flex min-h-11 items-center gap-4 bg-ground px-3.5 text-[15px]">
      <Link to="/" className="flex min-h-11 items-center font-big text-[20px] font-bold">
        Kanga
      </Link>
      <div className="min-w-0 flex-1 truncate">{children}</div>
      <WhoIsHere />
      <PlacesMenu />
      <nav aria-label="Places" className="flex items-center gap-1 max-lg:hidden">
        {places.map(([to, name]) => (
          <NavLink
            key={to}
            to={to}
            end
            className={({ isActive }) =>
              `px-2 py-2 hover:underline ${isActive ? 'font-bold underline decoration-magenta decoration-[3px] underline-offset-4' : 'text-soft'}`
            }
          >
            {name}
          </NavLink>
        ))}
        <button
          type="button"
          onClick={openPalette}
          aria-label="Ctrl K: all commands"
          className="min-h-9 px-2 text-soft hover:text-key"
        >
          <Key>Ctrl K</Key>
        </button>
        <button
          type="button"
          onClick={openHelp}
          aria-label="?: help with this screen"
          className="min-h-9 px-1 text-soft hover:text-key"
        >
          <Key>?</Key>
        </button>
      </nav>
    </header>
  );
}

/** The places behind one button, where there is no room for all of them. */
function PlacesMenu() {
  const menu = useRef<HTMLDetailsElement>(null);
  const places = usePlaces();
  const row = 'flex min-h-11 w-full items-center px-4 text-left font-semibold hover:bg-wash';
  return (
    <details ref={menu} className="relative lg:hidden">
      <summary
        aria-label="Places"
        className="flex h-10 w-10 cursor-pointer list-none items-center justify-center text-[22px] font-bold"
      >
        ≡
      </summary>
      <nav
        aria-label="Places"
        className="absolute right-0 min-w-44 border-[1.5px] border-edge bg-white py-1 shadow-lg"
        // Whatever is chosen, it closes.
        onClick={() => {
          menu.current?.removeAttribute('open');
        }}
      >
        {places.map(([to, name]) => (
          <NavLink key={to} to={to} end className={row}>
            {name}
          </NavLink>
        ))}
        <button type="button" className={row} onClick={openPalette}>
          All commands
        </button>
        <button type="button" className={row} onClick={openHelp}>
          Help
        </button>
      </nav>
    </details>
  );
}
