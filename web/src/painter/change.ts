import { playArrival } from './motion';
import type { MountedNode, Stand } from './node';
import type { Node } from './wire';

/** How long what differs takes to change while the rest stands still, in ms. */
const changeTime = 260;
const timing = { duration: changeTime, easing: 'cubic-bezier(.3,.7,.2,1)' };

/** A change of a picture in place, while it moves. A second one lets the first jump to its end (rule 33). */
export interface Changing {
  add(...animations: Animation[]): void;
  /** The old words fade out over the new ones, which fade in. Call it before the new ones are set. */
  fadeOver(mounted: MountedNode): void;
  finish(): void;
}

export function changing(): Changing {
  let animations: Animation[] = [];
  let ghosts: HTMLElement[] = [];
  return {
    add: (...more) => void animations.push(...more),
    fadeOver({ outer, inner }) {
      const ghost = inner.cloneNode(true) as HTMLElement;
      ghost.setAttribute('aria-hidden', 'true');
      outer.append(ghost);
      ghosts.push(ghost);
      const leaving = ghost.animate([{ opacity: 1 }, { opacity: 0 }], timing);
      leaving.onfinish = () => ghost.remove();
      animations.push(leaving, inner.animate([{ opacity: 0 }, { opacity: 1 }], timing));
    },
    finish() {
      for (const animation of animations) animation.finish();
      // Old words go now, and not when the browser tells that they have faded.
      for (const ghost of ghosts) ghost.remove();
      [animations, ghosts] = [[], []];
    },
  };
}

/** A part that was not there: it comes as it would arrive, such as the mark of what was ticked; without a way of its own it fades in. */
export function comeIn({ outer, node }: MountedNode): Animation[] {
  const own = playArrival(outer, node);
  return own.length > 0 ? own : [outer.animate([{ opacity: 0 }, { opacity: 1 }], timing)];
}

/** From where it stood within its parent to where it stands now; what did not move glides against a parent that does. */
export function glide(element: HTMLElement, before: Stand, after: Stand): Animation[] {
  const sides = ['left', 'top', 'width', 'height'] as const;
  if (sides.every((side) => before[side] === after[side])) return [];
  return [element.animate([Object.fromEntries(sides.map((side) => [side, `${before[side]}px`])), {}], timing)];
}

/** Whether other words stand there. Figures that run change without a fade, as they do each second. */
export function hasOtherWords(before: Node, after: Node): boolean {
  if (!before.line || !after.line || (before.line.digits && after.line.digits)) return false;
  return JSON.stringify(before.line) !== JSON.stringify(after.line);
}
