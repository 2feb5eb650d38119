import type { Me } from '@kanga/contract/people';
import { call } from '../data/index.js';

/** Whether a passkey can be used here: the page came securely, and by a name (Web Authentication, 5.1.2). */
export const canHavePasskey = (): boolean =>
  'PublicKeyCredential' in window && window.isSecureContext && !/^[\d.]+$|^\[/.test(window.location.hostname);

type Json = Record<string, unknown>;
const browser = () => import('@simplewebauthn/browser');

export async function signInByPasskey(): Promise<Me> {
  const { startAuthentication } = await browser();
  const optionsJSON = (await call('askPasskey')) as unknown as Parameters<typeof startAuthentication>[0]['optionsJSON'];
  const answer = await startAuthentication({ optionsJSON });
  return call('usePasskey', { body: { answer: answer as unknown as Json } });
}

export async function makePasskey(name: string): Promise<Awaited<ReturnType<typeof call<'addPasskey'>>>> {
  const { startRegistration } = await browser();
  const optionsJSON = (await call('offerPasskey')) as unknown as Parameters<typeof startRegistration>[0]['optionsJSON'];
  const answer = await startRegistration({ optionsJSON });
  return call('addPasskey', { body: { name, answer: answer as unknown as Json } });
}
