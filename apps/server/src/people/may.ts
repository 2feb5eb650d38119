import { RIGHT_WORDS, type Access } from '@kanga/contract/people';
import { refuse, type Refusal } from '../http/index.js';
import { rightsOf, type Asking } from './asking.js';

/** Who has shown that it is them need not do so again for so long, ms. */
export const PROOF_LASTS = 10 * 60_000;

const signInFirst = () =>
  refuse(
    401,
    'door.closed',
    'Sign in first',
    'Nothing was changed. Sign in, then do it again; what is kept on this device is sent by itself.',
  );
const notFromHere = () =>
  refuse(
    403,
    'door.owner',
    'This Kanga has no owner yet: it can only be used at the machine on which it runs',
    'Open it there, go to People, and become the owner with the code that ./kanga code shows.',
  );

/** Why somebody may not go through a door; null: they may. */
export function mayNot(access: Access, asking: Asking, now: number): Refusal | null {
  const { who, tablet, proof } = access;
  if (who === 'anyone') return null;
  if (who === 'terminal')
    return asking.by === 'token'
      ? null
      : refuse(
          403,
          'door.terminal',
          'This can only be done at the machine on which Kanga runs',
          'Type ./kanga code there.',
        );
  if (asking.by === 'nobody') return signInFirst();
  if (asking.by === 'alone' && !asking.local) return notFromHere();
  if (asking.tablet && !tablet)
    return refuse(
      403,
      'door.tablet',
      'This tablet is for the work at the press',
      'Do this at another device: a tablet of the bench can press, inspect and pack, whoever stands at it.',
    );
  if (who !== 'somebody' && asking.lacksSecond)
    return refuse(
      403,
      'door.second',
      'Here you come in by two steps',
      'Sign in by a passkey, or set up one-time codes under You; then go on.',
    );
  if (who !== 'somebody' && !rightsOf(asking).includes(who))
    return refuse(
      403,
      'door.right',
      `${asking.person?.name ?? 'You'} may not do this: it takes the right “${RIGHT_WORDS[who]}”`,
      'Ask an owner: they give rights under People.',
    );
  const isProven = asking.by !== 'person' || (asking.provenAt !== null && now - asking.provenAt < PROOF_LASTS);
  return proof && !isProven
    ? refuse(403, 'door.proof', 'Show once more that it is you', 'Type your password; then it is done.')
    : null;
}
