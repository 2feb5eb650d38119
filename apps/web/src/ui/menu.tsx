import { lazy, Suspense } from 'react';
import type { MenuProps } from './menu-props.js';

/** Fetched when a screen has one: the first screen has none. */
const DropdownMenu = lazy(() => import('./dropdown-menu.js'));

/** What is done now and then, behind three dots. */
export const Menu = (props: MenuProps) => (
  <Suspense fallback={<span className="block h-10 w-10" />}>
    <DropdownMenu {...props} />
  </Suspense>
);
