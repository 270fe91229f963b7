// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Model } from './model';
import { mountStage } from './stage';
import type { Item, Move, Node } from './wire';

/** Animations that were begun; an element that is not there any more must leave none of them running. */
const begun: { cancelled: boolean; currentTime: number; playbackRate: number; options: KeyframeAnimationOptions }[] =
  [];

beforeEach(() => {
  begun.length = 0;
  Element.prototype.animate = vi.fn((_: unknown, options: KeyframeAnimationOptions) => {
    const animation = { cancelled: false, currentTime: 0, playbackRate: 1, options };
    begun.push(animation);
    return Object.assign(animation, {
      cancel: () => (animation.cancelled = true),
      finish: () => undefined,
    }) as unknown as Animation;
  });
});
afterEach(() => vi.restoreAllMocks());

const pose = { dx: 0, dy: 0, scale: 1, turn: 0, alpha: 0, blur: 0 };
const move = (path: Move['path'], delay = 0): Move => ({
  path,
  delay,
  length: 400,
  ease: [0, 0, 1, 1],
  poses: [pose, pose],
});

function node(id: string, moves: Move[]): Node {
  const box = { x: 10, y: 20, w: 60, h: 20 };
  return { id, box, ink: box, moves, blur: 0, under: false };
}

function item(nodes: Node[], change: Partial<Item> = {}): Item {
  const leg = { path: 'arrive' as const, at: 1000, from: 0, rate: 1, length: 600 };
  return {
    id: 'a1',
    graphic: 'g',
    seat: 's',
    z: 1,
    leg,
    litAt: 1000,
    upSince: 1000,
    leaveLength: 400,
    nodes,
    still: false,
    ...change,
  };
}

const model = (...items: Item[]): Model => ({
  epoch: 'e',
  rev: 1,
  width: 1920,
  height: 1080,
  items: new Map(items.map((one) => [one.id, one])),
});

const all = [move('arrive'), move('leave'), move('hold'), move('once')];

test('what has left leaves no element and no animation behind', () => {
  const root = document.createElement('div');
  const stage = mountStage(root, () => 1100);
  stage.show(model(item([node('plate', all), node('name', [move('arrive', 100)])])));
  expect(root.querySelectorAll('[data-node]').length).toBe(2);
  // The way in of both, the hold and the once of the plate; the way out waits.
  expect(begun.length).toBe(4);
  stage.show(model());
  expect(root.childElementCount).toBe(0);
  expect(begun.map((one) => one.cancelled)).toEqual([true, true, true, true]);
});

test('a page that joins late stands at the right moment of everything (rule 34)', () => {
  const stage = mountStage(document.createElement('div'), () => 1250);
  stage.show(model(item([node('plate', all)])));
  expect(begun.map((one) => [one.options.iterations ?? 1, one.currentTime])).toEqual([
    [Infinity, 250],
    [1, 250],
    [1, 250],
  ]);
  begun.length = 0;
  // An entrance that is over is not played.
  mountStage(document.createElement('div'), () => 9000).show(model(item([node('name', [move('arrive')])])));
  expect(begun).toEqual([]);
});

test('words that change leave the hold motion alone, and a leg that turns runs from where it is (rules 6 and 16)', () => {
  const root = document.createElement('div');
  let now = 1200;
  const stage = mountStage(root, () => now);
  stage.show(model(item([node('plate', [move('arrive'), move('hold')])])));
  const hold = begun.find((one) => one.options.iterations === Infinity)!;
  const element = root.querySelector('[data-node="plate"]');
  now = 1300;
  const back = { path: 'arrive' as const, at: 1300, from: 300, rate: -1, length: 600 };
  stage.show(model(item([node('plate', [move('arrive'), move('hold')]), node('new', [])], { leg: back })));
  expect(root.querySelector('[data-node="plate"]')).toBe(element);
  expect(hold.cancelled).toBe(false);
  expect(begun.at(-1)).toMatchObject({ currentTime: 300, playbackRate: -1, cancelled: false });
});
