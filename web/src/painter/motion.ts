import type { Leg, Move, Node, Pose } from './wire';
import { isAtRest, positionAt } from './leg';

/** What a reveal leaves uncut around a box at rest, so that a glow is not clipped on its last frame. In px. */
const bleed = 60;

/** Runs a node's part of a leg on the compositor. Returns what to cancel when the leg is over. */
export function playLeg(element: HTMLElement, node: Node, leg: Leg, now: number): Animation[] {
  if (isAtRest(leg, now)) return [];
  return node.moves
    .filter((move) => move.path === leg.path)
    .map((move) => {
      const animation = element.animate(framesOf(move), {
        duration: Math.max(move.length, 0.001),
        delay: move.delay,
        easing: `cubic-bezier(${move.ease.join(',')})`,
        fill: 'both',
      });
      animation.playbackRate = leg.rate;
      animation.currentTime = positionAt(leg, now);
      // At rest nothing is left on the element; at the far end it stays hidden until it is taken away.
      if ((leg.path === 'arrive') === leg.rate > 0) animation.onfinish = () => animation.cancel();
      return animation;
    });
}

/** Hold motions count from the lighting; nothing but a new lighting starts them anew. */
export function playHold(element: HTMLElement, node: Node, litAt: number, now: number): Animation[] {
  return node.moves
    .filter((move) => move.path === 'hold')
    .map((move) => {
      const animation = element.animate(framesOf(move), {
        duration: move.length,
        iterations: Infinity,
        easing: 'linear',
      });
      animation.currentTime = Math.max(0, now - litAt);
      return animation;
    });
}

function framesOf(move: Move): Keyframe[] {
  const clips = move.poses.some((pose) => pose.clip);
  const eased = move.path === 'hold' ? { easing: `cubic-bezier(${move.ease.join(',')})` } : {};
  return move.poses.map((pose) => ({
    transform: `translate(${pose.dx}px,${pose.dy}px) scale(${pose.scale})`,
    opacity: pose.alpha,
    ...(clips ? { clipPath: clipOf(pose) } : {}),
    ...eased,
  }));
}

function clipOf(pose: Pose): string {
  const sides = pose.clip ?? [0, 0, 0, 0];
  return `inset(${sides.map((share) => (share === 0 ? `${-bleed}px` : `${share * 100}%`)).join(' ')})`;
}
