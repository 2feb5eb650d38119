import { NavLink } from 'react-router';
import { useMe } from '../data/index.js';
import { Button } from '../ui/index.js';
import { useSignOut } from './use-sign-out.js';

/** Who is at this screen, and the way to what they can do for themselves; at a tablet, out. Nothing where nobody signs in. */
export function WhoIsHere() {
  const me = useMe();
  const signOut = useSignOut();
  if (!me?.person) return null;
  // At the press it is done with gloves on.
  if (me.tablet)
    return (
      <Button className="my-1 min-h-16 px-5 text-[18px]" onClick={signOut}>
        {me.person.name} · not me
      </Button>
    );
  return (
    <NavLink to="/me" className="flex min-h-11 max-w-40 items-center truncate px-2 font-semibold hover:underline">
      {me.person.name}
    </NavLink>
  );
}
