// @vitest-environment jsdom
import { expect, test, vi } from 'vitest';
import { StandIn } from '../testing/standIn';
import type { Graphic } from './show';

interface News {
  show: object | null;
  revision: number;
}
const live = vi.hoisted(() => ({ hear: undefined as unknown as (news: News) => void }));
vi.mock('../live/live', () => ({
  clock: { now: () => 0 },
  live: { getState: () => ({ up: true, epoch: 'e', revision: 0 }), subscribe: () => () => undefined },
  hear: (hearer: (news: News) => void) => (live.hear = hearer),
}));

const { edits } = await import('./edits');
const { followShow } = await import('./followShow');
const { showNow } = await import('./show');

/** What waits until it is let go. */
function gate(): { open(): void; passed: Promise<void> } {
  let open!: () => void;
  const passed = new Promise<void>((done) => (open = done));
  return { open, passed };
}

test('a show fetched before an edit and come after it takes nothing back', async () => {
  const server = new StandIn();
  const place = server.graphic('names').place;
  const x = () => showNow().graphics.find(({ id }) => id === 'names')!.place.x;
  const name = () => showNow().graphics.find(({ id }) => id === 'names')!.name;
  const move = (by: number) => edits.graphic('names', { place: { ...place, x: place.x + by } });
  followShow();
  await vi.waitFor(() => expect(x()).toBe(place.x));

  // The page's edits wait on their way while it hears of another window's, and fetches the show.
  const [patches, fetched] = [gate(), gate()];
  const gaps: number[] = [];
  server.answers = async ({ method, path }) => {
    if (method === 'PATCH') await patches.passed;
    if (path !== '/api/show') return undefined;
    const then = server.show;
    gaps.push(then.revision);
    await fetched.passed;
    return { status: 200, body: then };
  };
  const first = move(1);
  expect(x()).toBe(place.x + 1);
  server.tell = () => undefined;
  server.edit('names', { revision: 0, name: 'Names of ours' });
  // News that do not follow on from what is known.
  live.hear({ show: null, revision: server.show.revision });
  await vi.waitFor(() => expect(gaps).toHaveLength(1));
  server.tell = () => {
    const { revision } = server.show;
    const graphics = { set: [server.graphic('names') as Graphic] };
    live.hear({ show: { from: revision - 1, rev: revision, choices: [], graphics }, revision });
  };
  const second = move(11);
  expect(x()).toBe(place.x + 11);
  patches.open();
  await vi.waitFor(() => expect(server.graphic('names').place.x).toBe(place.x + 1));
  expect(x()).toBe(place.x + 11);
  fetched.open();
  expect([await first, await second]).toEqual([true, true]);
  expect([x(), name(), server.graphic('names').place.x]).toEqual([place.x + 11, 'Names of ours', place.x + 11]);
  expect(showNow().revision).toBe(server.show.revision);
});
