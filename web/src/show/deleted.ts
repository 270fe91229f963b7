import { toast } from 'sonner';
import type { Edits, Graphic } from './ShowContext';

const shown = 'deleted';

/**
 * Says what has been deleted, with the way back in place of a question before: it is there again in one press.
 * @param what such as “The feed X is”
 * @param users graphics that showed it
 * @param count of edits that it took
 */
export function tellDeleted(edits: Edits, what: string, users: readonly Graphic[] = [], count = 1): void {
  const empty = users.length > 0 ? ` Its place in ${users.map((user) => user.name).join(', ')} is empty now.` : '';
  const back = async (): Promise<void> => {
    for (let step = 0; step < count; step++) await edits.undo();
  };
  toast(`${what} deleted.${empty}`, {
    id: shown,
    duration: 8000,
    action: { label: 'Undo', onClick: () => void back() },
  });
}

/** Another edit has been made: from now on undo would mean that one. */
export function forgetDeleted(): void {
  toast.dismiss(shown);
}
