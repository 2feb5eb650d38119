import { useLocation } from 'react-router';
import { timeIn } from '@kanga/core/units';
import { shopZone, useKeptSince } from '../data/index.js';

/** Says that a page shows how things were, since the server does not answer. The bench says so itself. */
export function KeptStrip() {
  const since = useKeptSince();
  const { pathname } = useLocation();
  if (since === null || /\/(bench|press)$/.test(pathname)) return null;
  return (
    <p role="status" className="no-print bg-yellow px-5 py-1.5 font-semibold text-key">
      Kanga’s server does not answer. This is how it was at <span className="figures">{timeIn(shopZone(), since)}</span>
      .
    </p>
  );
}
