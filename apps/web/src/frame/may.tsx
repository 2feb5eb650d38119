import type { ReactNode } from 'react';
import type { RouteName } from '@kanga/contract/route';
import { rightOf, useMay } from '../data/index.js';

/** What is offered only to those who may do it: `door` is the one that it goes through. */
export function May({ door, children }: { door: RouteName; children: ReactNode }) {
  return useMay()(door) ? children : null;
}

/** Says to who may not change what is shown here what it takes. `flush`: it lies along the edge of the cloth. */
export function LookOnly({ door, flush = false }: { door: RouteName; flush?: boolean }) {
  if (useMay()(door)) return null;
  return (
    <p className={`no-print border-l-4 border-cyan bg-wash px-4 py-2.5 ${flush ? '' : 'mb-4'}`}>
      You can look at this. To change it takes the right “{rightOf(door)}”, which an owner gives.
    </p>
  );
}

/** Fields that are shown to all, and can be filled in by those who may go through the door. */
export function MayFill({ door, children }: { door: RouteName; children: ReactNode }) {
  return (
    <fieldset disabled={!useMay()(door)} className="contents">
      {children}
    </fieldset>
  );
}
