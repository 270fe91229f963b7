import { Redo2, Undo2 } from 'lucide-react';
import { useEffect } from 'react';
import { Button } from '../ui/Button';
import { useShow } from './ShowContext';

/** Undo and redo of this page's edits, by button and by key. In a field the keys are the field's own. */
export function UndoButtons() {
  const { edits } = useShow();

  // The keys belong to the page as a whole.
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      const field = (event.target as HTMLElement).closest('input:not([type=range]):not([type=color]),textarea,select');
      if (field || !(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key === 'z' && !event.shiftKey) void edits.undo();
      else if (key === 'y' || (key === 'z' && event.shiftKey)) void edits.redo();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [edits]);

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
