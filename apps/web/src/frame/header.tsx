import { NavLink, Link, useNavigate } from 'react-router';
import type { ReactNode } from 'react';
import { Key, Menu } from '../ui/index.js';
import { openHelp } from './help-door.js';
import { openPalette } from './palette-door.js';

const PLACES = [
  ['/', 'Today'],
  ['/jobs', 'Jobs'],
  ['/bench', 'Bench'],
  ['/sheets', 'Sheets'],
  ['/shelf', 'Shelf'],
  ['/shop', 'Shop'],
  ['/recipes', 'Recipes'],
  ['/log', 'Log'],
] as const;

/** The top row: where one is, and where else one can go. */
export function Header({ children }: { children?: ReactNode }) {
  const navigate = useNavigate();
  return (
    <header className="no-print flex min-h-11 items-center gap-4 text-[15px]">
      <Link to="/" className="font-big text-[20px] font-bold">
        Kanga
      </Link>
      <div className="min-w-0 flex-1 truncate">{children}</div>
      <div className="lg:hidden">
        <Menu
          label="Places"
          items={[
            ...PLACES.map(([to, label]) => ({
              label,
              act: () => {
                void navigate(to);
              },
            })),
            { label: 'All commands', act: openPalette },
            { label: 'Help', act: openHelp },
          ]}
        />
      </div>
      <nav aria-label="Places" className="flex items-center gap-1 max-lg:hidden">
        {PLACES.map(([to, name]) => (
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
