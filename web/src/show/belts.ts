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
