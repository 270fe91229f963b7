import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { actionsWithKeys, type Reach } from '../show/actions';
import { useShow } from '../show/show';
import { Key } from '../ui/Button';
import { open } from './opened';

interface Listed {
  caps: readonly string[];
  what: string;
}

/** Keys of fields and pictures themselves: they are no action of their own. */
const ofFields: readonly (Listed & { reach: Reach })[] = [
  { caps: ['Ctrl', '↵'], what: 'Push the words being edited', reach: 'desk' },
  { caps: ['Esc'], what: 'Discard changes to the words', reach: 'desk' },
  { caps: ['↵'], what: 'Keep a number; Esc brings back what stood', reach: 'setUp' },
  { caps: ['←', '↑', '→', '↓'], what: 'Nudge the chosen graphic; Shift for ten', reach: 'setUp' },
  { caps: ['Ctrl', 'B'], what: 'Bold; Ctrl I italic', reach: 'setUp' },
  { caps: ['F2'], what: 'Rename', reach: 'setUp' },
];

/** All keys, wherever one is: press ? for it. */
export function KeyList() {
  return (
    <Dialog.Root open onOpenChange={(next) => !next && open(null)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/60" />
        <Dialog.Content className="fixed inset-8 z-30 m-auto grid h-fit max-h-[90vh] max-w-[56.25rem] grid-rows-[auto_1fr] gap-4 rounded-2xl bg-panel p-6 shadow-[0_20px_60px_#000a]">
          <div className="flex items-start justify-between">
            <Dialog.Title className="text-title font-bold">Keys</Dialog.Title>
            <Dialog.Close aria-label="Close" className="text-quiet hover:text-ink">
              <X aria-hidden size={18} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="sr-only">Every key, and what it does.</Dialog.Description>
          <Keys />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Keys() {
  useShow();
  const all = actionsWithKeys();
  const keysOf = (reach: Reach): Listed[] => [
    ...all
      .filter((action) => action.key?.reach === reach && !action.key.given)
      .map((action) => ({ caps: action.key!.caps, what: action.name })),
    ...ofFields.filter((one) => one.reach === reach),
  ];
  const given = all.filter((action) => action.key?.given);
  return (
    // There are more than a small screen holds: by keys it scrolls, too.
    <div
      tabIndex={0}
      role="group"
      aria-label="All keys"
      className="grid min-h-0 grid-cols-[1.4fr_1fr] gap-8 overflow-y-auto"
    >
      <Given keys={given.map((action) => ({ caps: action.key!.caps, what: action.name }))} />
      <div className="grid content-start gap-5">
        <Group name="Everywhere" keys={keysOf('everywhere')} />
        <Group name="On the desk" keys={keysOf('desk')} />
        <Group name="On the page Chat" keys={keysOf('chat')} />
        <Group name="While setting up" keys={keysOf('setUp')} />
      </div>
    </div>
  );
}

/** The keys that the streamer gave to things. */
function Given({ keys }: { keys: readonly Listed[] }) {
  const sorted = [...keys].sort((one, other) => one.caps[0]!.localeCompare(other.caps[0]!));
  return (
    <section className="grid content-start gap-2">
      <h3 className="font-semibold">Keys of this show, on the desk</h3>
      {keys.length === 0 && (
        <p className="text-quiet">None yet. A graphic gets its key under Keys, where it is set up.</p>
      )}
      <dl className="grid grid-cols-2 gap-x-6 gap-y-1.5">
        {sorted.map(({ caps, what }) => (
          <div key={caps.join()} className="flex min-w-0 items-center gap-2.5">
            <dt className="grid w-7 shrink-0">
              <Key>{caps.join(' ')}</Key>
            </dt>
            <dd className="truncate text-quiet">{what}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Group({ name, keys }: { name: string; keys: readonly Listed[] }) {
  return (
    <section className="grid gap-2">
      <h3 className="font-semibold">{name}</h3>
      <dl className="grid gap-1.5">
        {keys.map((one) => (
          <div key={one.what} className="flex items-center justify-between gap-3">
            <dd className="text-quiet">{one.what}</dd>
            <dt className="flex shrink-0 gap-1">
              {one.caps.map((key) => (
                <Key key={key}>{key}</Key>
              ))}
            </dt>
          </div>
        ))}
      </dl>
    </section>
  );
}
