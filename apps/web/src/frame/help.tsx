import { Link, useLocation } from 'react-router';
import { CloseFoot, Dialog, Key } from '../ui/index.js';
import { EVERYWHERE, helpFor, type Help } from './help-content.js';

const Keys = ({ keys }: { keys: Help['keys'] }) => (
  <dl className="grid grid-cols-[auto_minmax(0,1fr)] items-baseline gap-x-4 gap-y-1.5">
    {keys.map(([key, what]) => (
      <div key={key} className="contents">
        <dt>
          <Key>{key}</Key>
        </dt>
        <dd>{what}</dd>
      </div>
    ))}
  </dl>
);

/** `?` on any screen: its question, its keys and gestures, and the part of the guide that belongs to it. */
export default function HelpDialog({ onClose }: { onClose: () => void }) {
  const { pathname } = useLocation();
  const { question, keys, gestures, section } = helpFor(pathname);
  return (
    <Dialog
      title={question}
      open
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
    >
      <div className="grid gap-4">
        {keys.length > 0 && (
          <section>
            <h3 className="mb-1 font-semibold text-soft">Keys here</h3>
            <Keys keys={keys} />
          </section>
        )}
        <section>
          <h3 className="mb-1 font-semibold text-soft">By hand</h3>
          <ul className="list-disc pl-5">
            {gestures.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </section>
        <section>
          <h3 className="mb-1 font-semibold text-soft">Keys everywhere</h3>
          <Keys keys={EVERYWHERE} />
        </section>
        <Link to={`/guide#${section}`} className="text-lg text-cyan underline" onClick={onClose}>
          Read about it in the guide
        </Link>
      </div>
      <CloseFoot onClose={onClose} />
    </Dialog>
  );
}
