import {
  frameAt,
  frameLength,
  frameOf,
  instantOf,
  travelAt,
  unroll,
  wayFrom,
  type BeltEntry,
  type BeltProgram,
} from './belt';
import { isAlike } from './alike';
import { beat, keepsTime, measureBeat, phase } from './beltTime';
import { mountRider, piecesOf, type Rider } from './rider';
import { put } from './style';
import type { Node } from './wire';

/** Items are made this long before they are seen, in ms, and so far further, in px. */
const ahead = 2000;
const further = 3072;
/** What has passed stays a little, for clocks that are put right, in ms. */
const behind = 250;
/** A stretch holds items up to this length, in px, and number: a page's coordinates lose whole px where they grow large. */
const longest = 2048;
const most = 16;
/** How much of the way may pass before it is looked at again, in px; and how long at the least and at the most, in ms. */
const lookEvery = 2700;
const [soonest, latest] = [200, 15_000];

/** Items that stand together and are moved as one, by the compositor. */
interface Stretch {
  readonly element: HTMLElement;
  /** The place of its first item on the belt: all its coordinates count from here. */
  readonly base: number;
  end: number;
  readonly riders: Map<number, Rider>;
  animation: Animation | null;
}

/** A crawl or a climb. What is drawn is a function of the program and the time: whoever joins late sees what all others do. */
export interface Conveyor {
  update(node: Node): void;
  remove(): void;
}

export function mountConveyor(element: HTMLElement, first: Node, now: () => number): Conveyor {
  let node = first;
  let stretches: Stretch[] = [];
  let timer = 0;
  let anchor = now() - performance.now();
  let removed = false;
  let pieces = piecesOf(node);
  const program = (): BeltProgram => node.belt!.program;

  /** Where a stretch, or an item in it, stands when the belt has travelled so far: along the way, in px. */
  function along(base: number, travel: number): number {
    const { mirrored, window } = program();
    return mirrored ? travel - base : window + base - travel;
  }

  function shift(px: number): string {
    return program().motion === 'climb' ? `translate(0px,${px}px)` : `translate(${px}px,0px)`;
  }

  function move(stretch: Stretch): void {
    const belt = program();
    stretch.animation?.cancel();
    stretch.animation = null;
    const frame = frameAt(belt, now() - behind);
    const legs = belt.start == null ? [] : wayFrom(belt, frame, stretch.end + belt.window);
    put(
      stretch.element,
      'transform',
      shift(along(stretch.base, travelAt(belt, legs.length === 0 ? frame : legs.at(-1)!.until))),
    );
    const firstLeg = legs[0];
    const lastLeg = legs.at(-1);
    if (!firstLeg || !lastLeg || firstLeg.from >= lastLeg.until) return;
    const length = frameLength(belt);
    const measured = beat();
    const even = !measured || keepsTime(measured, length);
    const span = lastLeg.until - firstLeg.from;
    const frames: Keyframe[] = legs.map(({ from, until, travel, px }) => ({
      transform: shift(along(stretch.base, travel)),
      offset: (from - firstLeg.from) / span,
      // Each step is a whole frame; where the page keeps another time, each is one px.
      easing: px === 0 ? 'linear' : `steps(${(until - from) * (even ? 1 : px)})`,
    }));
    frames.push({
      transform: shift(along(stretch.base, lastLeg.travel + lastLeg.px * (lastLeg.until - lastLeg.from))),
      offset: 1,
    });
    const animation = stretch.element.animate(frames, { duration: span * length, fill: 'both' });
    const start = instantOf(belt, firstLeg.from) - anchor;
    animation.startTime = start + (measured && even ? phase(measured, start, length) : 0);
    stretch.animation = animation;
  }

  function place(rider: Rider, stretch: Stretch): void {
    const { style } = rider.element;
    const { at, length } = rider.entry;
    const from = at - stretch.base;
    if (program().motion === 'climb') style.top = `${from}px`;
    else style.left = program().mirrored ? `${-from - length}px` : `${from}px`;
  }

  function isSeen(entry: BeltEntry, travel: number): boolean {
    return entry.at < travel && entry.at + entry.length + program().window > travel;
  }

  function stretchFor(entry: BeltEntry, travel: number): Stretch {
    const last = stretches.at(-1);
    const fits =
      last && entry.at >= last.base && entry.at + entry.length - last.base <= longest && last.riders.size < most;
    // What is in sight is not drawn anew for what comes.
    if (fits && (last.base >= travel || last.riders.size === 0 || program().start == null)) return last;
    const made: Stretch = {
      element: document.createElement('div'),
      base: entry.at,
      end: entry.at,
      riders: new Map(),
      animation: null,
    };
    made.element.style.cssText = 'position:absolute;left:0;top:0;width:100%;height:100%;will-change:transform';
    element.append(made.element);
    stretches.push(made);
    return made;
  }

  /** Draws what is in sight and what comes soon; takes away what has passed. */
  function refresh(anew: boolean): void {
    const belt = program();
    const length = frameLength(belt);
    const drift = now() - performance.now() - anchor;
    const isOff = Math.abs(drift) > 0.6 * length;
    if (isOff) anchor += Math.round(drift / length) * length;
    const frame = frameAt(belt, now());
    const travel = travelAt(belt, frame);
    const still = belt.start == null;
    const wanted = unroll(
      belt,
      travelAt(belt, frameAt(belt, now() - behind)),
      still ? travel : travelAt(belt, frame + Math.ceil(ahead / length)) + further,
    );
    const bySeq = new Map(wanted.map((entry) => [entry.seq, entry]));
    const touched = new Set<Stretch>(anew || isOff ? stretches : []);
    for (const stretch of stretches)
      // As they were: what is put in the place of another is not looked at again.
      for (const [seq, rider] of [...stretch.riders]) {
        const entry = bySeq.get(seq);
        const stays =
          entry &&
          entry.at === rider.entry.at &&
          entry.piece === rider.entry.piece &&
          pieces.get(entry.piece) === rider.piece;
        if (stays) {
          if (entry.gone) rider.hide();
          bySeq.delete(seq);
          continue;
        }
        stretch.riders.delete(seq);
        rider.remove(isSeen(rider.entry, travel));
        if (!entry || entry.at < stretch.base || !pieces.has(entry.piece)) continue;
        // Another one in its place, in the same stretch.
        bySeq.delete(seq);
        const other = mountRider(stretch.element, entry, pieces.get(entry.piece)!, node, now, isSeen(entry, travel));
        stretch.riders.set(seq, other);
        place(other, stretch);
      }
    for (const entry of bySeq.values()) {
      const piece = pieces.get(entry.piece);
      if (!piece) continue;
      const stretch = stretchFor(entry, travel);
      const rider = mountRider(stretch.element, entry, piece, node, now, false);
      stretch.riders.set(entry.seq, rider);
      stretch.end = Math.max(stretch.end, entry.at + entry.length);
      place(rider, stretch);
      touched.add(stretch);
    }
    stretches = stretches.filter((stretch) => {
      if (stretch.riders.size > 0) return true;
      drop(stretch);
      return false;
    });
    for (const stretch of stretches) if (touched.has(stretch)) move(stretch);
    lookAgain(belt, travel);
  }

  function lookAgain(belt: BeltProgram, travel: number): void {
    clearTimeout(timer);
    if (belt.start == null) return;
    const next = frameOf(belt, travel + lookEvery);
    // A belt that stands for good is at rest.
    if (next === null && belt.pace.at(-1)!.frame <= frameAt(belt, now())) return;
    const wait = next === null ? latest : instantOf(belt, next) - now();
    timer = window.setTimeout(() => refresh(false), Math.min(latest, Math.max(soonest, wait)));
  }

  function drop(stretch: Stretch): void {
    for (const rider of stretch.riders.values()) rider.remove(false);
    // What fades out in it does so first, on its way.
    const clear = (): void => {
      stretch.animation?.cancel();
      stretch.element.remove();
    };
    if (removed) clear();
    else setTimeout(clear, 400);
  }

  const onSight = (): void => {
    if (document.visibilityState === 'visible') refresh(false);
  };
  document.addEventListener('visibilitychange', onSight);
  refresh(true);
  if (program().start != null && !beat()) void measureBeat().then(() => removed || refresh(true));

  return {
    update(next) {
      const before = node;
      node = next;
      pieces = piecesOf(node, pieces);
      refresh(!isAlike(before.belt!.program, next.belt!.program));
    },
    remove() {
      removed = true;
      clearTimeout(timer);
      document.removeEventListener('visibilitychange', onSight);
      for (const stretch of stretches) drop(stretch);
      stretches = [];
    },
  };
}
