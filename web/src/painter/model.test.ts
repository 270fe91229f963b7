import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { endOf, isAtRest, legNow, positionAt } from './leg';
import { fromSnap, withChange, type Model } from './model';
import type { Change, Item, Leg, Snap } from './wire';

const wire = JSON.parse(readFileSync('../tests/vectors/wire.json', 'utf8')) as {
  changes: Change[];
  items: Item[];
  rev: number;
};
const empty = fromSnap({
  k: 'snap',
  epoch: 'e',
  rev: 0,
  now: 0,
  width: 1,
  height: 1,
  rate: 60,
  preload: [],
  items: [],
} as Snap);

test('all changes applied equal one snapshot', () => {
  const end = wire.changes.reduce<Model | null>((model, change) => model && withChange(model, change), empty);
  expect(wire.changes.length).toBeGreaterThan(20);
  expect(end?.rev).toBe(wire.rev);
  expect([...end!.items.values()].sort(byId)).toEqual([...wire.items].sort(byId));
});

test('a snapshot leaves what is alike the very same objects', () => {
  const snap = { ...empty, k: 'snap', now: 0, rate: 60, preload: [], rev: 5, items: wire.items } as unknown as Snap;
  const copy = JSON.parse(JSON.stringify(snap)) as Snap;
  const first = fromSnap(snap, empty);
  const again = fromSnap(copy, first);
  const [id, known] = [...first.items][0]!;
  expect(known.nodes.length).toBeGreaterThan(0);
  for (const [at, node] of again.items.get(id)!.nodes.entries()) expect(node).toBe(known.nodes[at]);
});

test('a change that does not follow on asks for a snapshot', () => {
  expect(withChange(empty, wire.changes[1]!)).toBeNull();
  expect(withChange({ ...empty, epoch: 'another run' }, wire.changes[0]!)).toBeNull();
});

test('a leg walks its path forward, backward and no further than its ends', () => {
  const leg: Leg = { path: 'arrive', at: 1000, from: 200, rate: -1, length: 600 };
  expect([900, 1000, 1100, 5000].map((now) => positionAt(leg, now))).toEqual([200, 200, 100, 0]);
  expect(endOf(leg)).toBe(1200);
  expect(isAtRest(leg, 5000)).toBe(false);
  expect(isAtRest({ ...leg, rate: 1 }, 1400)).toBe(true);
  expect(isAtRest({ ...leg, path: 'leave' }, 1200)).toBe(true);
});

test('a stay that is over sends the picture away even while the server is gone', () => {
  const item: Item = {
    id: 'a',
    graphic: 'g',
    seat: 's',
    z: 0,
    stayEnds: 5000,
    leaveLength: 400,
    nodes: [],
    still: false,
  };
  expect(legNow(item, 5100)).toBeNull();
  expect(legNow(item, 5200)).toEqual({ path: 'leave', at: 5000, from: 0, rate: 1, length: 400 });
});

function byId(one: Item, other: Item): number {
  return one.id.localeCompare(other.id);
}
