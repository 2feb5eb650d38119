import { ACCESS, RIGHT_WORDS, RIGHTS, type Me } from '@kanga/contract/people';
import type { RouteName } from '@kanga/contract/route';
import { useMe } from './me.js';

/** Whether somebody gets through a door of the server, as far as this screen knows: what nobody may do is not offered. The server decides by the same table. */
export function mayPass(me: Me | undefined, door: RouteName): boolean {
  const { who, tablet } = ACCESS[door];
  if (me === undefined || me.mode === 'alone' || who === 'anyone') return true;
  if (me.tablet && !tablet) return false;
  return who === 'somebody' ? me.person !== null : me.person?.rights.some((right) => right === who) === true;
}

/** What whoever is at this screen may do. */
export function useMay(): (door: RouteName) => boolean {
  const me = useMe();
  return (door) => mayPass(me, door);
}

/** The right that a door takes, as it is said. */
export function rightOf(door: RouteName): string {
  const right = RIGHTS.find((one) => one === ACCESS[door].who);
  return right === undefined ? 'Sign in' : RIGHT_WORDS[right];
}
