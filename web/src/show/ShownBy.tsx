import { Link } from 'wouter';
import { live } from '../live/live';
import type { Graphic, Show } from './show';
import { allWords } from './words';
import { airingOf, isLit } from './air';
import { ask } from '../ui/ask';

/** The graphics that have words of this kind on a card. */
export function usersOf(show: Show, holds: (words: string) => boolean): Graphic[] {
  return show.graphics.filter((graphic) => allWords(graphic).some(holds));
}

/** Asks where what is deleted is seen by viewers now: undo brings it back, but they have seen it go. */
export async function mayEmpty(users: readonly Graphic[]): Promise<boolean> {
  const lit = users.filter((user) => isLit(airingOf(live.getState(), user.id)?.phase));
  const names = lit.map((user) => `“${user.name}”`).join(', ');
  if (lit.length === 0) return true;
  return ask({
    title: 'Delete it while it is on air?',
    words: `${names} shows it. Its place is empty at once.`,
    yes: 'Delete it',
  });
}

export function ShownBy({ users }: { users: readonly Graphic[] }) {
  return (
    <p className="text-quiet">
      {users.length === 0 ? 'No graphic shows it yet.' : 'Shown by '}
      {users.map((user, at) => (
        <span key={user.id}>
          {at > 0 && ', '}
          <Link
            to={`/graphics/${user.id}`}
            className="text-ink underline decoration-line underline-offset-4 hover:decoration-cool"
          >
            {user.name}
          </Link>
        </span>
      ))}
    </p>
  );
}
