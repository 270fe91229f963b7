// @vitest-environment jsdom
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { navigate } from 'wouter/use-browser-location';
import '../desk/actions';
import { edits } from '../show/edits';
import { askDisk, queries } from '../show/mutations';
import { StandIn } from '../testing/standIn';
import { registerEverywhere } from './actions';
import { Frame } from './Frame';

// On a page that has hardly opened its commands are still on their way.
const palette = vi.hoisted(() => {
  let arrive!: () => void;
  const passed = new Promise<void>((done) => (arrive = done));
  return { arrive, passed };
});
vi.mock('./CommandPalette', async (original) => {
  await palette.passed;
  return original();
});
vi.mock('./Places', () => ({ Places: () => null }));

registerEverywhere(navigate);
let server: StandIn;
beforeEach(() => {
  server = new StandIn();
  server.answers = ({ path }) => (path === '/api/air' ? { status: 200, body: {} } : undefined);
  history.pushState(null, '', '/feeds');
  render(
    <QueryClientProvider client={queries}>
      <Frame />
    </QueryClientProvider>,
  );
});
afterEach(cleanup);

const asked = (path: string) => server.asked.filter((one) => one.path === path).map(({ body }) => body);

test('a disk that takes its time is said, until it has what was edited', async () => {
  const waits = { timeout: 20_000 };
  let kept = false;
  server.answers = ({ method, path }) => {
    if (path === '/api/disk') return { status: 200, body: { isKept: kept } };
    return method === 'PATCH' ? { status: 200, body: { isKept: kept } } : undefined;
  };
  // A page that has edited nothing yet knows it of what was edited before it was opened.
  await askDisk();
  await screen.findByText('Not saved yet: the disk');
  kept = true;
  await screen.findByText('Saved', undefined, waits);
  kept = false;
  await edits.graphic('to-see', { words: { items: 'One more' } });
  await screen.findByText('Not saved yet: the disk');
  kept = true;
  await screen.findByText('Saved', undefined, waits);
});

test('everything is found by name, and every key is listed', async () => {
  const hand = userEvent.setup();
  // Nothing that is typed before they come is lost.
  await hand.keyboard('{Control>}k{/Control}light');
  palette.arrive();
  await screen.findAllByRole('option');
  await hand.keyboard(' field');
  expect(screen.getAllByRole('option').map((one) => one.textContent)).toEqual([
    expect.stringContaining('Light Field notes'),
  ]);
  await hand.keyboard('{Enter}');
  await waitFor(() => expect(asked('/api/air')).toMatchObject([{ verb: 'light', graphic: 'notes' }]));
  await hand.keyboard('{Control>}k{/Control}desk{Enter}');
  expect(location.pathname).toBe('/');
  await hand.keyboard('?');
  const list = await screen.findByRole('dialog', { name: 'Keys' });
  expect(within(list).getByText('Next card of Names')).toBeTruthy();
  expect(within(list).getByText('Run the cue Goodnight')).toBeTruthy();
  // A key in a dialog is no press.
  await hand.keyboard('1{Escape}');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(asked('/api/air')).toHaveLength(1);
  await hand.keyboard('1');
  await waitFor(() => expect(asked('/api/air')).toHaveLength(2));
  // The fixed ones do what they say.
  await hand.keyboard('{Alt>}l{/Alt}{Alt>}m{/Alt}');
  await waitFor(() => expect(asked('/api/show')).toMatchObject([{ lookFirst: true }, { loudness: { muted: true } }]));
});
