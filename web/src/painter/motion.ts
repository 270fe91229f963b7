import type { Leg, Move, Node, Pose } from './wire';
import { isAtRest, positionAt } from './leg';

/** What a reveal leaves uncut around a box at rest, so that a glow or shadow is not clipped on its last frame. In px. */
const bleed = 80;

type Stance = Node['stance'];

/** How a node that stands plainly, or not, is styled at rest. */
export function atRest(stance: Stance): { transform: string; opacity: string } {
  if (!stance) return { transform: '', opacity: '' };
  const { turn, flipX, flipY, alpha } = stance;
  const transform = [turn && `rotate(${turn}deg)`, (flipX || flipY) && `scale(${flipX ? -1 : 1},${flipY ? -1 : 1})`];
  return { transform: transform.filter(Boolean).join(' '), opacity: alpha === 1 ? '' : String(alpha) };
}

/** Runs a node's part of a leg on the compositor. Returns what to cancel when the leg is over. */
export function playLeg(element: HTMLElement, node: Node, leg: Leg, now: number): Animation[] {
  if (isAtRest(leg, now)) return [];
  return node.moves
    .filter((move) => move.path === leg.path)
    .map((move) => {
      const animation = element.animate(framesOf(move, node.stance), {
        duration: Math.max(move.length, 0.001),
        delay: move.delay,
        fill: 'both',
      });
      animation.playbackRate = leg.rate;
      animation.currentTime = positionAt(leg, now);
      // At rest nothing is left on the element; at the far end it stays hidden until it is taken away.
      if ((leg.path === 'arrive') === leg.rate > 0) animation.onfinish = () => animation.cancel();
      return animation;
    });
}

/** A part that comes while the rest stands does so by its own way in, at once. Nothing where it has none. */
export function playArrival(element: HTMLElement, node: Node): Animation[] {
  return node.moves
    .filter((move) => move.path === 'arrive')
    .map((move) => element.animate(framesOf(move, node.stance), { duration: Math.max(move.length, 0.001) }));
}

/** Hold motions count from the lighting; nothing but a new lighting starts them anew. */
export function playHold(element: HTMLElement, node: Node, litAt: number, now: number): Animation[] {
  return node.moves
    .filter((move) => move.path === 'hold')
    .map((move) => {
      const animation = element.animate(framesOf(move), { duration: move.length, iterations: Infinity });
      animation.currentTime = Math.max(0, now - litAt);
      return animation;
    });
}

/** What shows once counts from when the card came up: pages of a text, parts with times of their own. */
export function playOnce(element: HTMLElement, node: Node, since: number, now: number): Animation[] {
  return node.moves
    .filter((move) => move.path === 'once')
    .map((move) => {
      const animation = element.animate(framesOf(move), { duration: move.length, fill: 'both' });
      animation.currentTime = Math.max(0, now - since);
      return animation;
    });
}

/** @param stance how the element stands at rest: the motion is told against it */
function framesOf(move: Move, stance?: Stance): Keyframe[] {
  const clips = move.poses.some((pose) => pose.clip);
  const blurs = move.poses.some((pose) => pose.blur);
  const rest = atRest(stance).transform;
  const easing = `cubic-bezier(${move.ease.join(',')})`;
  return move.poses.map((pose, at) => ({
    transform: `translate(${pose.dx}px,${pose.dy}px) scale(${pose.scale}) rotate(${pose.turn}deg) ${rest}`.trim(),
    opacity: pose.alpha * (stance?.alpha ?? 1),
    ...(clips ? { clipPath: clipOf(pose) } : {}),
    ...(blurs ? { filter: `blur(${pose.blur}px)` } : {}),
    ...(move.offsets ? { offset: move.offsets[at] } : {}),
    easing,
  }));
}

function clipOf(pose: Pose): string {
  const sides = pose.clip ?? [0, 0, 0, 0];
  return `inset(${sides.map((share) => (share === 0 ? `${-bleed}px` : `${share * 100}%`)).join(' ')})`;
}
