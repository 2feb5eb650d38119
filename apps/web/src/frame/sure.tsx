import type { NextAction } from '@kanga/core/job';
import { Button, Dialog } from '../ui/index.js';

/** Asks before something is done that is hardly ever meant. */
export function SureDialog({
  sure,
  open,
  onClose,
  onYes,
}: {
  sure: NonNullable<NextAction['sure']>;
  open: boolean;
  onClose: () => void;
  onYes: () => void;
}) {
  return (
    <Dialog
      title={sure.title}
      open={open}
      onOpenChange={(now) => {
        if (!now) onClose();
      }}
    >
      <p className="text-lg">{sure.why}</p>
      <div className="mt-4 flex flex-wrap justify-end gap-3">
        <Button className="min-h-16 min-w-40 text-lg" onClick={onClose}>
          Cancel
        </Button>
        <Button
          tone="danger"
          className="min-h-16 min-w-40 text-lg"
          onClick={() => {
            onClose();
            onYes();
          }}
        >
          {sure.label}
        </Button>
      </div>
    </Dialog>
  );
}
