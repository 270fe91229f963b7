import type { components } from '../api/schema';

export type BeltProgram = components['schemas']['BeltProgram'];
export type BeltEntry = components['schemas']['BeltEntry'];

/** How long a frame of the show lasts, in ms. */
export function frameLength({ rate }: BeltProgram): number {
  return (1000 * rate.denominator) / rate.numerator;
}

/** The frame that is shown at an instant (ms); below 0 = it has not begun. The same arithmetic as the server's. */
export function frameAt({ start, rate }: BeltProgram, now: number): number {
  return start == null ? 0 : Math.floor(((now - start) * rate.numerator) / (1000 * rate.denominator));
}

/** When a frame begins, in ms. */
export function instantOf(belt: BeltProgram, frame: number): number {
  return (belt.start ?? 0) + (frame * 1000 * belt.rate.denominator) / belt.rate.numerator;
}

/** How far it has travelled, in px. */
export function travelAt({ start, pace, window }: BeltProgram, frame: number): number {
  if (start == null) return window;
  let at = pace.length - 1;
  while (at > 0 && pace[at]!.frame > frame) at--;
  const { frame: since, travel, px } = pace[at]!;
  return travel + px * Math.max(0, frame - since);
}

/** The first frame at which it has travelled this far; null = never, as things stand. */
export function frameOf({ pace }: BeltProgram, travel: number): number | null {
  for (const [at, { frame, travel: from, px }] of pace.entries()) {
    if (from >= travel) return frame;
    const found = px === 0 ? Infinity : frame + Math.ceil((travel - from) / px);
    const next = pace[at + 1];
    if (found !== Infinity && (!next || found < next.frame)) return found;
  }
  return null;
}

/**
 * All items that enter up to one travel and are not yet out of sight at another. However far the belt has come, that costs no
 * more than a round: whole rounds that are out of sight are stepped over.
 */
export function unroll(belt: BeltProgram, after: number, upTo: number): BeltEntry[] {
  const isOut = (at: number, length: number): boolean => at + length + belt.window <= after;
  const found = belt.entries.filter((entry) => entry.at <= upTo && !isOut(entry.at, entry.length));
  const { loop, gap, window } = belt;
  if (loop.length === 0) return found;
  const rounds = belt.rounds ?? Infinity;
  const length = loop.reduce((sum, item) => sum + item.length + gap, 0);
  const longest = Math.max(...loop.map((item) => item.length));
  let { seq, at, index, round } = belt.next;
  const passed = Math.max(0, Math.trunc((after - window - longest - at) / length));
  const over = Math.min(passed, Math.max(0, rounds - round - 1));
  seq += over * loop.length;
  at += over * length;
  round += over;
  while (at <= upTo && round < rounds) {
    const item = loop[index]!;
    if (!isOut(at, item.length)) found.push({ seq, at, length: item.length, piece: item.piece, gone: false });
    seq++;
    at += item.length + gap;
    index++;
    if (index === loop.length) [index, round] = [0, round + 1];
  }
  return found;
}

/** What a piece of the way looks like: from one frame to another it goes by so many px each frame. */
export interface Leg {
  readonly from: number;
  readonly until: number;
  readonly travel: number;
  readonly px: number;
}

/** The way of a belt from a frame on, until it has travelled so far or stands for good. */
export function wayFrom(belt: BeltProgram, frame: number, upTo: number): Leg[] {
  const legs: Leg[] = [];
  const later = belt.pace.filter((pace) => pace.frame > frame);
  const now = { frame, travel: travelAt(belt, frame), px: paceAt(belt, frame) };
  const all = [now, ...later];
  for (const [at, { frame: from, travel, px }] of all.entries()) {
    if (travel >= upTo) break;
    const next = all[at + 1]?.frame ?? (px === 0 ? from : from + Math.ceil((upTo - travel) / px));
    const until = px === 0 ? next : Math.min(next, from + Math.ceil((upTo - travel) / px));
    if (until > from) legs.push({ from, until, travel, px });
  }
  return legs;
}

/** Px a frame at a frame; nothing before it begins. */
function paceAt({ pace }: BeltProgram, frame: number): number {
  let px = 0;
  for (const one of pace) if (one.frame <= frame) px = one.px;
  return px;
}
