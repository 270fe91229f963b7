import { History, Redo2, Undo2 } from 'lucide-react';
import { Link } from 'wouter';
import { Button, buttonLook } from '../ui/Button';
import { edits } from './edits';
import { whoseEdit } from './history';
import { useShow } from './show';

/** Undo and redo, and the way to the history and the bin. In a field their keys are the field's own. */
export function UndoButtons() {
  const { undo, redo } = useShow((show) => show.history);
  return (
    <span className="flex">
      <Button
        kind="bare"
        aria-label="Undo"
        title={undo ? `Undo: ${undo.what}${whoseEdit(undo)} (Ctrl+Z)` : 'Nothing to undo'}
        disabled={!undo}
        onClick={() => void edits.undo()}
      >
        <Undo2 aria-hidden size={16} />
      </Button>
      <Button
        kind="bare"
        aria-label="Redo"
        title={redo ? `Redo: ${redo.what}${whoseEdit(redo)} (Ctrl+Shift+Z)` : 'Nothing to redo'}
        disabled={!redo}
        onClick={() => void edits.redo()}
      >
        <Redo2 aria-hidden size={16} />
      </Button>
      <Link to="/history" aria-label="History and bin" title="History and bin" className={buttonLook('bare')}>
        <History aria-hidden size={16} />
      </Link>
    </span>
  );
}
