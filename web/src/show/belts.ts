import type { Schemas } from '../api/client';
import type { Told } from '../live/news';
import { frameAt, frameOf, instantOf, travelAt, unroll, type BeltEntry, type BeltProgram } from '../painter/belt';
import type { Node, Picture } from '../painter/wire';

export type Belt = Schemas['BeltView'];

/** What moves in a graphic that is lit; undefined = nothing does. */
export function beltOf({ belts }: Pick<Told, 'belts'>, graphic: string): Belt | undefined {
  for (const belt of belts.values()) if (belt.graphic === graphic) return belt;
  return undefined;
}

/** What would move in a picture; undefined = nothing would. */
export function beltIn(picture: Picture | undefined): NonNullable<Node['belt']> | undefined {
  return picture?.nodes.find((node) => node.belt)?.belt ?? undefined;
}

/** What a piece says, in one line. */
export function wordsOfPiece({ nodes }: NonNullable<Node['belt']>['pieces'][number]): string {
  const lines = nodes.flatMap((node) => (node.line ? [node.line.spans.map((span) => span.text).join('')] : []));
  return lines.join(' · ');
}

/** How long all that it has to tell takes to pass, in seconds; of what passes for ever, one round. */
export function secondsOf(belt: BeltProgram, px: number): number {
  const round = belt.loop.reduce((sum, item) => sum + item.length + belt.gap, 0);
  const way = belt.rounds ? round * belt.rounds - belt.gap + belt.window : round;
  return ((way / Math.max(1, px)) * belt.rate.denominator) / belt.rate.numerator;
}

/** Whole px a frame, at the most. */
export const fastest = 24;

/** Of a word that is read twice, at 170 words a minute. In s. Source: common practice. */
const secondsAWord = 120 / 170;

/**
 * How a belt that passes so many times fits into a time: the slowest speed that is fast enough, and how many px more stand between
 * its items so that the rest of the time is used. It is never so fast that an item is gone before it can be read twice.
 */
export function fitting(belt: NonNullable<Node['belt']>, seconds: number): { px: number; spare: number } {
  const { program, pieces } = belt;
  const rate = program.rate.numerator / program.rate.denominator;
  const words = new Map(pieces.map((piece) => [piece.id, wordsOfPiece(piece).split(/\s+/).filter(Boolean).length]));
  const readable = program.loop.map((item) => {
    const toRead = (words.get(item.piece) ?? 0) * secondsAWord * rate;
    return toRead > 0 ? Math.floor((program.window + item.length) / toRead) : fastest;
  });
  const most = Math.max(1, Math.min(fastest, ...readable));
  const px = Math.min(most, Math.max(1, Math.ceil(secondsOf(program, 1) / seconds)));
  const gaps = program.loop.length * (program.rounds ?? 1) - 1;
  const left = (seconds - secondsOf(program, px)) * rate * px;
  return { px, spare: gaps > 0 ? Math.max(0, Math.floor(left / gaps)) : 0 };
}

/** An item on its way. */
export interface Coming {
  readonly entry: BeltEntry;
  /** In how many ms it comes into sight; 0 = it is in sight, null = not as things stand. */
  readonly wait: number | null;
}

/** What is in sight, and what comes after it: a round at the most. */
export function comingOf(belt: BeltProgram, now: number): Coming[] {
  const travel = travelAt(belt, frameAt(belt, now));
  const round = belt.loop.reduce((sum, item) => sum + item.length + belt.gap, 0);
  return unroll(belt, travel, travel + belt.window + round)
    .filter((entry) => !entry.gone)
    .map((entry) => {
      const frame = frameOf(belt, entry.at);
      const seen = entry.at <= travel;
      return { entry, wait: seen ? 0 : frame === null ? null : Math.max(0, instantOf(belt, frame) - now) };
    });
}
