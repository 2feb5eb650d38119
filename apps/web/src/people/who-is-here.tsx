import { useMutation } from '@tanstack/react-query';
import { Link } from 'react-router';
import { call, left, useMe } from '../data/index.js';
import { Button } from '../ui/index.js';

/** Who is at this screen, and the way out; nothing where nobody signs in. */
export function WhoIsHere() {
  const me = useMe();
  const signOut = useMutation({ mutationFn: () => call('signOut'), onSuccess: left });
  if (!me?.person) return null;
  const leave = () => {
    signOut.mutate();
  };
  // At the press it is done with gloves on.
  if (me.tablet)
    return (
      <Button className="my-1 min-h-16 px-5 text-[18px]" onClick={leave}>
        {me.person.name} · not me
      </Button>
    );
  return (
    <span className="flex items-center gap-1 whitespace-nowrap">
      <Link to="/me" className="flex min-h-11 items-center px-2 font-semibold hover:underline">
        {me.person.name}
      </Link>
      <button type="button" className="min-h-9 px-1 text-soft underline hover:text-key" onClick={leave}>
        Sign out
      </button>
    </span>
  );
}
