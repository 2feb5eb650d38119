import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { Me } from '@kanga/contract/people';
import { call, entered, problemFrom, signInsQuery } from '../data/index.js';
import { Button, ProblemText } from '../ui/index.js';
import { CodeSetup } from './code-setup.js';
import { DoorCloth } from './door-cloth.js';
import { AddPasskey } from './passkeys.js';
import { useSignOut } from './use-sign-out.js';

/** Somebody came in by a password where two steps are asked for: with what do they come in from now on? */
export default function SecondStep({ me }: { me: Me }) {
  const signOut = useSignOut();
  const { data: mine } = useQuery(signInsQuery);
  // Whatever was set up last, the server says whether it is enough.
  const goOn = useMutation({
    mutationFn: () => call('me'),
    onSuccess: (now) => (now.lacksSecond ? undefined : entered(now)),
  });
  const { mutate } = goOn;
  useEffect(() => {
    if (mine !== undefined) mutate();
  }, [mine, mutate]);
  return (
    <DoorCloth title="One step more">
      <div className="space-y-6">
        <p>
          Here one comes in by two steps, {me.person?.name}: your password and one-time codes, or a passkey. Set one of
          them up; then go on. Who has a passkey signs in by it.
        </p>
        <CodeSetup />
        <section className="space-y-3">
          <h2 className="font-big text-2xl font-bold">Or a passkey</h2>
          <AddPasskey />
        </section>
        {goOn.error && <ProblemText problem={problemFrom(goOn.error)} />}
        <Button className="min-h-12 w-full" onClick={signOut}>
          Sign out
        </Button>
      </div>
    </DoorCloth>
  );
}
