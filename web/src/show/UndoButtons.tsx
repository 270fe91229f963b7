import { Redo2, Undo2 } from 'lucide-react';
import { Button } from '../ui/Button';
import { edits } from './edits';
import {} from './show';

/** Undo and redo of this page's edits, by button and by key. In a field the keys are the field's own. */
export function UndoButtons() {
  return (
    <span className="flex">
      <Button kind="bare" aria-label="Undo" title="Undo (Ctrl+Z)" onClick={() => void edits.undo()}>
        <Undo2 aria-hidden size={16} />
      </Button>
      <Button kind="bare" aria-label="Redo" title="Redo (Ctrl+Shift+Z)" onClick={() => void edits.redo()}>
        <Redo2 aria-hidden size={16} />
      </Button>
    </span>
  );
}
