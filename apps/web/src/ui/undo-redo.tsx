import { Button } from './button.js';

/** One step back and one forth, always side by side. */
export function UndoRedo({
  canUndo,
  canRedo,
  onUndo,
  onRedo,
}: {
  canUndo: boolean;
  canRedo: boolean;
  onUndo: () => void;
  onRedo: () => void;
}) {
  return (
    <div className="flex gap-1.5" role="group" aria-label="Undo and redo">
      <Button title="Undo: Ctrl Z" disabled={!canUndo} onClick={onUndo}>
        Undo
      </Button>
      <Button title="Redo: Ctrl Shift Z" disabled={!canRedo} onClick={onRedo}>
        Redo
      </Button>
    </div>
  );
}
