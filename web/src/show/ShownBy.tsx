import { Link } from 'react-router';
import type { News } from '../live/LiveContext';
import type { Graphic, Show } from './ShowContext';
import { isLit } from './useAir';

/** The graphics that have words of this kind on a card. */
export function usersOf(show: Show, holds: (words: string) => boolean): Graphic[] {
  return show.graphics.filter((graphic) => graphic.cards.some((card) => Object.values(card.words).some(holds)));
}

/** A question where what is deleted is seen by viewers now: undo brings it back, but they have seen it go. */
export function mayEmpty(users: readonly Graphic[], news: News | null): boolean {
  const lit = users.filter((user) => news?.airings.some((one) => one.graphic === user.id && isLit(one.phase)));
  const names = lit.map((user) => `“${user.name}”`).join(', ');
  return lit.length === 0 || window.confirm(`${names} shows it on air. Delete it, and empty its place at once?`);
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
