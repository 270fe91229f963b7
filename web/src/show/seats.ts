import type { Seat } from './show';

const kinds: Seat['kind'][] = ['spot', 'strip', 'frame'];

/** The seats as they lie in the frame: from the upper left on, then the strips, then the whole frame. */
export function seatsInFrame(seats: readonly Seat[]): Seat[] {
  const rank = (seat: Seat) => kinds.indexOf(seat.kind) * 100 + seat.row * 10 + seat.column + (seat.room ? 0.5 : 0);
  return [...seats].sort((one, other) => rank(one) - rank(other));
}
