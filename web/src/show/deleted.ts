import { toast } from '../ui/toast';
import { whoseEdit } from './history';
import { showNow } from './show';

/** What stands on the page; a new one each time, or it would go with the one before. */
let shown: string | number | undefined;

/**
 * Says what has been deleted, with the way back in place of a question before: it is there again in one press.
 * @param undo takes the last edit back
 * @param what such as “The feed X is”
 * @param users graphics that showed it
 * @param count of edits that it took
 */
export function tellDeleted(
  undo: () => Promise<void>,
  what: string,
  users: readonly { name: string }[] = [],
  count = 1,
): void {
  const empty = users.length > 0 ? ` Its place in ${users.map((user) => user.name).join(', ')} is empty now.` : '';
  const back = async (): Promise<void> => {
    for (let step = 0; step < count; step++) {
      // Undo is of one history: another window may have made an edit since.
      if (whoseEdit(showNow().history.undo ?? { author: '' }) !== '')
        return void toast.error('Another window has made an edit since. It is in the bin: open “History and bin”.');
      await undo();
    }
  };
  shown = toast(`${what} deleted.${empty}`, {
    duration: 8000,
    action: { label: 'Undo', onClick: () => void back() },
  });
}

/** Another edit has been made: from now on undo would mean that one. */
export function forgetDeleted(): void {
  // Without a name it would dismiss everything that is said.
  if (shown !== undefined) toast.dismiss(shown);
  shown = undefined;
}
