import { ask } from '../ui/ask';

/** @param what is on air, such as “Names is” */
export function askToDelete(what: string): Promise<boolean> {
  return ask({
    title: `${what} on air`,
    words: 'Deleted, it leaves at once, and viewers see it go.',
    yes: 'Delete it',
  });
}
