// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Model } from './model';
import { mountStage } from './stage';
import type { Item, Move, Node } from './wire';

/** Animations that were begun; an element that is not there any more must leave none of them running. */
const begun: {
  on: HTMLElement;
  frames: Keyframe[];
  cancelled: boolean;
  finished: boolean;
  currentTime: number;
  playbackRate: number;
  options: KeyframeAnimationOptions;
}[] = [];

beforeEach(() => {
  begun.length = 0;
  Element.prototype.animate = vi.fn(function (
    this: HTMLElement,
    frames: Keyframe[],
    options: KeyframeAnimationOptions,
  ) {
    const animation = { on: this, frames, cancelled: false, finished: false, currentTime: 0, playbackRate: 1, options };
    begun.push(animation);
    return Object.assign(animation, {
      cancel: () => (animation.cancelled = true),
      finish: () => (animation.finished = true),
    }) as unknown as Animation;
  }) as unknown as typeof Element.prototype.animate;
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

test('another part leaves the hold motion alone, and a leg that turns runs from where it is (rules 6 and 16)', () => {
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

const rest = { leg: null, litAt: 1000, upSince: 1000 };
const words = (id: string, text: string, change: Partial<Node> = {}): Node => ({
  ...node(id, []),
  line: {
    size: 20,
    ink: '#fff',
    spacing: 0,
    rtl: false,
    underline: false,
    outlineWidth: 0,
    spans: [{ text }],
  } as never,
  ...change,
});
const at = (x: number, y: number) => ({ x, y, w: 60, h: 20 });

test('new words in one graphic leave the fade of another one alone', () => {
  const stage = mountStage(document.createElement('div'), () => 9000);
  const [a, b] = [
    item([words('line', 'old')], { ...rest, id: 'a' }),
    item([words('line', 'old')], { ...rest, id: 'b' }),
  ];
  stage.show(model(a, b));
  const fading = { ...a, nodes: [words('line', 'new')] };
  stage.show(model(fading, b));
  expect(begun.length).toBe(2);
  stage.show(model(fading, { ...b, nodes: [words('line', 'new')] }));
  expect(begun.slice(0, 2).map((one) => one.finished)).toEqual([false, false]);
  // In the same graphic the first jumps to its end (rule 33).
  stage.show(model({ ...fading, nodes: [words('line', 'newer')] }, b));
  expect(begun.slice(0, 2).map((one) => one.finished)).toEqual([true, true]);
});

test('only what is another object is touched: its neighbours keep their letters', () => {
  const root = document.createElement('div');
  const stage = mountStage(root, () => 9000);
  const [still, plate] = [words('still', 'stays'), node('plate', [])];
  stage.show(model(item([plate, still, words('line', 'old')], rest)));
  const letters = root.querySelector('[data-node="still"] span');
  stage.show(model(item([plate, still, words('line', 'new')], rest)));
  expect(root.querySelector('[data-node="still"] span')).toBe(letters);
  expect(root.querySelector('[data-node="line"] > div:not([aria-hidden])')!.textContent).toBe('new');
  expect(begun.every((one) => one.on.closest('[data-node="line"]'))).toBe(true);
});

test('what was not there comes by its own way in, at once, and else fades in', () => {
  const stage = mountStage(document.createElement('div'), () => 9000);
  const plate = node('plate', []);
  stage.show(model(item([plate], rest)));
  const tick = node('tick', [{ ...move('arrive', 300), poses: [{ ...pose, scale: 0.2 }, pose] }, move('leave')]);
  stage.show(model(item([plate, tick, node('plain', [])], rest)));
  expect(begun.map((one) => [one.on.dataset.node, one.options.duration, one.options.delay ?? 0])).toEqual([
    ['tick', 400, 0],
    ['plain', 260, 0],
  ]);
  expect(begun[0]!.frames[0]!.transform).toContain('scale(0.2)');
});

test('a child that does not move stands still while its parent glides', () => {
  const stage = mountStage(document.createElement('div'), () => 9000);
  const child = words('child', 'here', { parent: 'plate', box: at(50, 50) });
  stage.show(model(item([{ ...node('plate', []), box: at(10, 50) }, child], rest)));
  stage.show(model(item([{ ...node('plate', []), box: at(30, 50) }, child], rest)));
  // Within its parent it goes the other way, as fast.
  expect(begun.map((one) => [one.on.dataset.node, one.frames[0]!['left'], one.on.style.left])).toEqual([
    ['plate', '10px', '30px'],
    ['child', '40px', '20px'],
  ]);
});

test('a film that is only moved goes on playing', () => {
  const root = document.createElement('div');
  const stage = mountStage(root, () => 9000);
  HTMLMediaElement.prototype.pause = HTMLMediaElement.prototype.load = () => undefined;
  const film = (x: number): Node => ({
    ...node('film', []),
    box: at(x, 0),
    image: {
      asset: 'f.webm',
      kind: 'video',
      loop: true,
      cover: true,
      focusX: 0.5,
      focusY: 0.5,
      zoom: 1,
      radius: 0,
      outlineWidth: 0,
    } as never,
  });
  stage.show(model(item([film(0)], rest)));
  const playing = root.querySelector('video');
  stage.show(model(item([film(40)], rest)));
  expect(root.querySelector('video')).toBe(playing);
});

test('a plate is round from the start and when it is coloured anew; what hides its children is round by its own', () => {
  const root = document.createElement('div');
  const stage = mountStage(root, () => 5000);
  const plate = (fill: string): Node => ({ ...node('plate', []), plate: { fill, radius: 16 } });
  const masked: Node = { ...node('window', []), mask: 9 };
  const inner = (id: string) => root.querySelector<HTMLElement>(`[data-node=${id}] > div`)!.style;
  stage.show(model(item([plate('#123456'), masked])));
  expect([inner('plate').borderRadius, inner('window').borderRadius]).toEqual(['16px', '9px']);
  stage.show(model(item([plate('#654321'), masked])));
  expect([inner('plate').borderRadius, inner('plate').backgroundColor]).toEqual(['16px', 'rgb(101, 67, 33)']);
});
