import type { Item, Leg } from './wire';

/** A page starts a departure that it knows of by itself when the server has not spoken for this long, in ms. */
const patience = 150;

/** Where the motion clock stands, in ms; the same formula as the server's. */
export function positionAt(leg: Leg, now: number): number {
  return Math.min(leg.length, Math.max(0, leg.from + leg.rate * Math.max(0, now - leg.at)));
}

/** When the clock reaches the end it walks towards. */
export function endOf(leg: Leg): number {
  return leg.at + (leg.rate > 0 ? leg.length - leg.from : leg.from) / Math.abs(leg.rate);
}

/** Whether the motion has brought the picture to rest: fully arrived, or its departure taken back. */
export function isAtRest(leg: Leg | null | undefined, now: number): boolean {
  return !leg || ((leg.path === 'arrive') === leg.rate > 0 && now >= endOf(leg));
}

/** The leg that holds now. A stay that is over sends the picture away even when the server cannot say so. */
export function legNow(item: Item, now: number): Leg | null {
  const { stayEnds, leaveLength } = item;
  if (stayEnds != null && now > stayEnds + patience && isAtRest(item.leg, now)) {
    return { path: 'leave', at: stayEnds, from: 0, rate: 1, length: leaveLength };
  }
  return item.leg ?? null;
}

/** When `legNow` next gives another answer by itself; null when it will not. */
export function nextTurn(item: Item, now: number): number | null {
  const turn = item.stayEnds == null ? null : item.stayEnds + patience + 1;
  return turn !== null && turn > now ? turn : null;
}
