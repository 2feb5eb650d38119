import { FAULTS, type FaultCode } from '@kanga/core/inspect';
import { FaultPicture } from './fault-picture.js';

/** What can be seen on a spoiled piece, each by its picture. Choosing one says so. */
export function FaultPicker({ onFault }: { onFault: (fault: FaultCode) => void }) {
  return (
    <div className="grid grid-cols-2 gap-2 sm:grid-cols-4" role="group" aria-label="What is seen">
      {FAULTS.map(({ code, seen }) => (
        <button
          key={code}
          type="button"
          onClick={() => {
            onFault(code);
          }}
          className="flex flex-col border-2 border-key/35 text-left hover:border-key"
        >
          <span className="block h-20 w-full bg-wash">
            <FaultPicture fault={code} />
          </span>
          <span className="flex min-h-11 items-center px-2 text-[15px] leading-tight font-semibold">{seen}</span>
        </button>
      ))}
    </div>
  );
}
