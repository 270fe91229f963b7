import { frameAt, frameOf, instantOf, travelAt, unroll, type BeltEntry, type BeltProgram } from './belt';
import { isAlike } from './alike';
import { mountRider, piecesOf, type Rider } from './rider';
import type { Node } from './wire';

/** Items are made this long before they are seen, in ms. */
const ahead = 2000;
/** How long one takes to make way for the next, in ms. */
const turn = 520;
const ease = 'cubic-bezier(.3,.7,.2,1)';
/** How long to wait at the most before looking again, in ms. */
const latest = 5000;

interface Shown {
  readonly rider: Rider;
  readonly entry: BeltEntry;
  readonly animations: Animation[];
}

/** One item in place of the other: each rises out of the lower edge, and leaves by the upper. */
export function mountFlip(element: HTMLElement, first: Node, now: () => number) {
  let node = first;
  let pieces = piecesOf(node);
  let timer = 0;
  const shown = new Map<number, Shown>();
  const program = (): BeltProgram => node.belt!.program;

  /** What follows itself stays as it is: twins are one, for as long as they both last. */
  function joined(entries: readonly BeltEntry[]): BeltEntry[] {
    const all: BeltEntry[] = [];
    for (const entry of entries) {
      const last = all.at(-1);
      if (last && last.piece === entry.piece && last.gone === entry.gone)
        all[all.length - 1] = { ...last, length: entry.at + entry.length - last.at };
      else all.push(entry);
    }
    return all;
  }

  function show(rider: Rider, entry: BeltEntry): void {
    shown.set(entry.seq, { rider, entry, animations: turnsOf(rider, entry) });
  }

  /** How an item comes and goes, on the compositor. */
  function turnsOf({ element: item }: Rider, { at, length }: BeltEntry): Animation[] {
    const belt = program();
    if (belt.start == null) return [];
    const rise = node.box.h;
    const away = (px: number): Keyframe => ({ transform: `translate(0px,${px}px)`, opacity: 0 });
    const here: Keyframe = { transform: 'none', opacity: 1 };
    const run = (frames: Keyframe[], travel: number, fill: FillMode): Animation[] => {
      const frame = frameOf(belt, travel);
      if (frame === null) return [];
      const animation = item.animate(frames, { duration: turn, fill, easing: ease });
      animation.startTime = instantOf(belt, frame) - (now() - performance.now());
      return [animation];
    };
    // The first one comes with its graphic.
    return [
      ...(at > 0 ? run([away(rise), here], at, 'backwards') : []),
      ...run([here, away(-rise)], at + length, 'forwards'),
    ];
  }

  function refresh(anew: boolean): void {
    const belt = program();
    const travel = travelAt(belt, frameAt(belt, now()));
    const until = belt.start == null ? travel : travelAt(belt, frameAt(belt, now() + ahead));
    const wanted = joined(unroll(belt, travelAt(belt, frameAt(belt, now() - turn)), until));
    const missing = new Map(wanted.map((entry) => [entry.seq, entry]));
    const isSeen = ({ at, length }: BeltEntry): boolean => at <= travel && at + length > travel;
    let replaced = false;
    for (const [seq, { rider, entry: before, animations }] of [...shown]) {
      const entry =
        missing.get(seq) ?? wanted.find((one) => one.piece === before.piece && isSeen(one) && isSeen(before));
      const stays = entry && pieces.get(entry.piece) === rider.piece;
      if (stays && !anew && isAlike(entry, before)) {
        missing.delete(seq);
        continue;
      }
      for (const animation of animations) animation.cancel();
      shown.delete(seq);
      if (stays) {
        missing.delete(entry.seq);
        show(rider, entry);
        if (entry.gone) rider.hide();
      } else {
        replaced ||= isSeen(before);
        rider.remove(isSeen(before));
      }
    }
    for (const entry of missing.values()) {
      const piece = pieces.get(entry.piece);
      if (piece) show(mountRider(element, entry, piece, node, now, replaced && isSeen(entry)), entry);
    }
    lookAgain(belt, wanted);
  }

  function lookAgain(belt: BeltProgram, wanted: readonly BeltEntry[]): void {
    clearTimeout(timer);
    if (belt.start == null) return;
    const last = wanted.at(-1);
    const frame = last && frameOf(belt, last.at + last.length);
    const wait = frame == null ? latest : instantOf(belt, frame) - now() - ahead;
    timer = window.setTimeout(() => refresh(false), Math.min(latest, Math.max(200, wait + 50)));
  }

  const onSight = (): void => {
    if (document.visibilityState === 'visible') refresh(false);
  };
  document.addEventListener('visibilitychange', onSight);
  refresh(true);

  return {
    update(next: Node) {
      const before = program();
      node = next;
      pieces = piecesOf(node, pieces);
      refresh(!isAlike(before, program()));
    },
    remove() {
      clearTimeout(timer);
      document.removeEventListener('visibilitychange', onSight);
      for (const { rider } of shown.values()) rider.remove(false);
      shown.clear();
    },
  };
}
