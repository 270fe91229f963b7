import { ctrlKey, register, type Action, type ActionKey } from '../show/actions';
import { edits } from '../show/edits';
import { shows } from '../show/show';
import { lookNow, setLook, sizes } from '../ui/look';
import { open, openedNow } from './opened';
import { places } from './places';

const questionMark: ActionKey = { caps: ['?'], reach: 'everywhere', is: ({ key }) => key === '?' };

const redoKey: ActionKey = {
  ...ctrlKey('Z', 'setUp', true),
  is: (event) => ctrlKey('Z', 'setUp', true).is(event) || ctrlKey('Y', 'setUp').is(event),
};

/** What can be done wherever one is. */
export function registerEverywhere(go: (to: string) => void): void {
  register((): Action[] => [
    {
      id: 'help/palette',
      name: 'Type a command',
      group: 'Ways of working',
      key: { ...ctrlKey('K', 'everywhere'), whileTyping: true },
      run: () => open(openedNow() === 'palette' ? null : 'palette'),
    },
    { id: 'help/keys', name: 'All keys', group: 'Ways of working', key: questionMark, run: () => open('keys') },
    {
      id: 'edit/undo',
      name: 'Undo',
      group: 'Edit',
      key: ctrlKey('Z', 'setUp'),
      when: () => !!shows.getState().show?.history.undo,
      run: () => void edits.undo(),
    },
    {
      id: 'edit/redo',
      name: 'Redo',
      group: 'Edit',
      key: redoKey,
      when: () => !!shows.getState().show?.history.redo,
      run: () => void edits.redo(),
    },
    {
      id: 'look/ground',
      name: lookNow().ground === 'dim' ? 'Bright colours, for a bright room' : 'Dim colours, for a dark room',
      group: 'Ways of working',
      run: () => setLook({ ground: lookNow().ground === 'dim' ? 'bright' : 'dim' }),
    },
    {
      id: 'look/larger',
      name: 'Larger words and buttons',
      group: 'Ways of working',
      when: () => lookNow().size < sizes.most,
      run: () => setLook({ size: lookNow().size + sizes.step }),
    },
    {
      id: 'look/smaller',
      name: 'Smaller words and buttons',
      group: 'Ways of working',
      when: () => lookNow().size > sizes.least,
      run: () => setLook({ size: lookNow().size - sizes.step }),
    },
    { id: 'go/help', name: 'Help', group: 'Go to', run: () => go('/help') },
    { id: 'go/begin', name: 'Begin with three questions', group: 'Go to', run: () => go('/begin') },
    { id: 'go/history', name: 'History and bin', group: 'Go to', run: () => go('/history') },
    { id: 'go/remote', name: 'Phone remote', group: 'Go to', run: () => go('/outputs') },
    ...places.map((place): Action => ({
      id: `go${place.to}`,
      name: place.name,
      group: 'Go to',
      run: () => go(place.to),
    })),
    ...(shows.getState().show?.graphics ?? []).map((graphic): Action => ({
      id: `setUp/${graphic.id}`,
      name: `Set up ${graphic.name}`,
      short: 'Set it up',
      group: 'Go to',
      run: () => go(`/graphics/${graphic.id}`),
    })),
  ]);
}
