import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { Me } from '@kanga/contract/people';
import { ApiError, call, entered, problemFrom } from '../data/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';
import { DoorCloth } from './door-cloth.js';
import { InvitationForm } from './invitation-form.js';
import { MakeOwner } from './make-owner.js';
import { canHavePasskey, signInByPasskey } from './passkey.js';
import { TabletDoor } from './tablet-door.js';
import { TakeTablet } from './take-tablet.js';

/** Name and password, and the one-time code where it is asked for. */
function SignInForm() {
  const [typed, setTyped] = useState({ name: '', password: '', code: '' });
  const signIn = useMutation({
    mutationFn: () => {
      const { name, password, code } = typed;
      return call('signIn', { body: { name, password, ...(code === '' ? {} : { code }) } });
    },
    onSuccess: entered,
  });
  const passkey = useMutation({ mutationFn: signInByPasskey, onSuccess: entered });
  const wantsCode = signIn.error instanceof ApiError && signIn.error.problem.code.startsWith('door.code');
  const trouble = signIn.error ?? passkey.error;
  const field = (key: keyof typeof typed) => ({
    value: typed[key],
    onChange: (event: { target: { value: string } }) => {
      setTyped({ ...typed, [key]: event.target.value });
    },
  });
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        passkey.reset();
        signIn.mutate();
      }}
    >
      <TextField label="Name" autoComplete="username" autoFocus required {...field('name')} />
      <TextField label="Password" type="password" autoComplete="current-password" required {...field('password')} />
      {wantsCode && (
        <TextField
          label="One-time code"
          hint="Six digits, from the app on your phone."
          inputMode="numeric"
          autoComplete="one-time-code"
          autoFocus
          measured
          {...field('code')}
        />
      )}
      {trouble && <ProblemText problem={problemFrom(trouble)} />}
      <Button type="submit" tone="strong" className="min-h-12 w-full text-lg" disabled={signIn.isPending}>
        {signIn.isPending ? 'Signing in…' : 'Sign in'}
      </Button>
      {canHavePasskey() && (
        <Button
          className="min-h-12 w-full"
          disabled={passkey.isPending}
          onClick={() => {
            signIn.reset();
            passkey.mutate();
          }}
        >
          Sign in by a passkey
        </Button>
      )}
    </form>
  );
}

type Way = 'sign in' | 'invitation' | 'owner' | 'tablet';

/** Who is there? A tablet of the bench shows who can be at it; any other device asks for a name and a password. */
export default function Door({ me }: { me: Me }) {
  const [way, setWay] = useState<Way>('sign in');
  if (me.tablet) return <TabletDoor tablet={me.tablet} />;
  const others: [Way, string][] = [
    ['sign in', 'I have a password'],
    ['invitation', 'I have a code'],
    ['owner', 'I have a code from the terminal'],
    ['tablet', 'This is a tablet for the bench'],
  ];
  const titles: Record<Way, string> = {
    'sign in': 'Who is there?',
    invitation: 'Choose a password',
    owner: 'Become the owner',
    tablet: 'A tablet for the bench',
  };
  return (
    <DoorCloth title={titles[way]}>
      {way === 'sign in' && <SignInForm />}
      {way === 'invitation' && <InvitationForm />}
      {way === 'owner' && <MakeOwner />}
      {way === 'tablet' && <TakeTablet />}
      <nav
        aria-label="Other ways in"
        className="mt-5 flex flex-wrap gap-x-5 gap-y-1 border-t border-rule pt-3 text-[15px]"
      >
        {others
          .filter(([one]) => one !== way)
          .map(([one, label]) => (
            <button
              key={one}
              type="button"
              className="min-h-tap text-cyan underline"
              onClick={() => {
                setWay(one);
              }}
            >
              {label}
            </button>
          ))}
      </nav>
      <p className="mt-2 text-[15px] text-soft">
        Forgotten the password? An owner shows you a code; an owner gets one with <code>./kanga code</code> at the
        machine.
      </p>
    </DoorCloth>
  );
}
