import { beforeEach, expect, test, vi } from 'vitest';
import type { Show } from './show';

vi.stubGlobal('window', new EventTarget());
vi.mock('../live/live', () => ({
  clock: { now: () => 0 },
  live: { getState: () => ({ up: true }) },
  hear: () => () => undefined,
}));
vi.mock('../ui/toast', () => ({ toast: Object.assign(() => 'id', { error: () => 'id', dismiss: () => undefined }) }));

interface Sent {
  body: Record<string, unknown>;
  answer(): void;
}
const sent: Sent[] = [];
const send = (_: string, { body }: { body: Record<string, unknown> }) =>
  new Promise((done) => sent.push({ body, answer: () => done({}) }));
vi.mock('../api/client', () => ({
  client: { PATCH: send, PUT: send, POST: send },
  answered: (request: Promise<unknown>) => request,
}));

const { edits } = await import('./edits');
const { nowOf, setShow } = await import('./show');
const settled = () => new Promise((done) => setTimeout(done));

const graphic = { id: 'names', outfits: [] as { id: string; name: string; hidden: string[] }[], worn: null, cards: [] };
const brand = { name: 'Night', palette: { ink: '#111', plate: '#222' }, motion: { speed: 1 } };
const show = { revision: 7, brand, brands: [brand], graphics: [graphic] } as unknown as Show;

beforeEach(() => {
  sent.length = 0;
  setShow({ kept: show, onTheWay: [] });
});

test('two edits of one brand in quick succession both count: the second is made of what the first will make', async () => {
  const first = edits.brand('Night', (now) => ({ palette: { ...now.palette, ink: '#fff' } }));
  const second = edits.brand('Night', (now) => ({ palette: { ...now.palette, plate: '#000' } }));
  const third = edits.brand('Night', (now) => ({ motion: { ...now.motion, speed: 2 } }));
  for (const edit of [first, second, third]) {
    await settled();
    sent.at(-1)!.answer();
    await edit;
  }
  expect(sent.map(({ body }) => body.brand)).toMatchObject([
    { palette: { ink: '#fff', plate: '#222' } },
    { palette: { ink: '#fff', plate: '#000' } },
    { palette: { ink: '#fff', plate: '#000' }, motion: { speed: 2 } },
  ]);
});

test('an entry as it stands now has the edits on their way, though what was drawn last has not', async () => {
  const drawn = show.graphics[0]!;
  const add = (id: string) => {
    const { outfits } = nowOf((all) => all.graphics, drawn);
    return edits.graphic('names', { outfits: [...outfits, { id, name: id, hidden: [] }] });
  };
  const both = [add('o1'), add('o2')];
  for (const edit of both) {
    await settled();
    sent.at(-1)!.answer();
    await edit;
  }
  expect(sent.at(-1)!.body.outfits).toMatchObject([{ id: 'o1' }, { id: 'o2' }]);
});
