import { Link } from 'react-router';
import type { Graphic, Show } from './ShowContext';

/** The graphics that have words of this kind on a card. */
export function usersOf(show: Show, holds: (words: string) => boolean): Graphic[] {
  return show.graphics.filter((graphic) => graphic.cards.some((card) => Object.values(card.words).some(holds)));
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
