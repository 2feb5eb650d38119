import { RIGHTS, TABLET_RIGHTS, type Right, type Role } from '@kanga/contract/people';
import type { Request } from 'express';
import type { Source } from '../http/index.js';

/** Who asks. */
export interface Asking extends Source {
  /** `alone`: the one owner at this machine; `token`: a program that can read the data folder. */
  by: 'alone' | 'token' | 'person' | 'nobody';
  person: { id: string; name: string; role: Role; rights: readonly Right[] } | null;
  tablet: { id: string; name: string } | null;
  /** The device on which they are signed in. */
  signIn: string | null;
  /** Whether they came in by two steps. */
  second: boolean;
  /** Whether they would have to: they can do no more than that. */
  lacksSecond: boolean;
  /** When they last showed that it is them, ms since 1970; null: not on this device. */
  provenAt: number | null;
}

/** How it stands with whoever is signed in at no device. */
export const NOT_IN = { signIn: null, provenAt: null, second: false, lacksSecond: false } as const;

const asked = new WeakMap<Request, Asking>();
/** Notes who asks with a request. */
export const noteAsking = (request: Request, asking: Asking): void => void asked.set(request, asking);

/** Who asks with a request. */
export function askingOf(request: Request): Asking {
  const asking = asked.get(request);
  if (!asking) throw new Error('nobody looked who asks');
  return asking;
}

/** What whoever asks may do here; a tablet at the bench can be used for no more than its work. */
export function rightsOf({ by, person, tablet }: Asking): readonly Right[] {
  const own = by === 'alone' || by === 'token' ? RIGHTS : (person?.rights ?? []);
  return tablet ? own.filter((right) => TABLET_RIGHTS.includes(right)) : own;
}
