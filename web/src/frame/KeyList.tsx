import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { fixedKeys } from '../desk/fixedKeys';
import { keysOf } from '../desk/keys';
import { useDesk } from '../desk/useDesk';
import { opening } from '../show/keyList';
import { useShow } from '../show/ShowContext';
import { useAir } from '../show/useAir';
import { Key } from '../ui/Button';
import { isTyping } from '../ui/isTyping';

interface Listed {
  caps: readonly string[];
  what: string;
}

const always: readonly Listed[] = [
  { caps: ['Ctrl', 'K'], what: 'Do anything by its name' },
  { caps: ['?'], what: 'This list' },
];

const onDesk: readonly Listed[] = [
  { caps: ['↵'], what: 'Light what is in standby (look first)' },
  { caps: ['Ctrl', '↵'], what: 'Push the words being edited' },
  { caps: ['Esc'], what: 'Throw the words being edited away' },
  ...fixedKeys,
];

const setUp: readonly Listed[] = [
  { caps: ['Ctrl', 'Z'], what: 'Undo' },
  { caps: ['Ctrl', 'Shift', 'Z'], what: 'Do it again' },
  { caps: ['←', '↑', '→', '↓'], what: 'Nudge the chosen graphic; Shift for ten' },
  { caps: ['Ctrl', 'B'], what: 'Bold; Ctrl I italic' },
  { caps: ['F2'], what: 'Rename' },
];

/** All keys, wherever one is: press ? for it. */
export function KeyList() {
  const [open, setOpen] = useState(false);
  // The key, and the buttons that open it from anywhere.
  useEffect(() => {
    const show = (): void => setOpen(true);
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== '?' || isTyping(event.target)) return;
      event.preventDefault();
      show();
    };
    window.addEventListener(opening, show);
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener(opening, show);
      window.removeEventListener('keydown', onKey);
    };
  }, []);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/60" />
        <Dialog.Content className="fixed inset-8 z-30 m-auto grid h-fit max-h-[90vh] max-w-[900px] grid-rows-[auto_1fr] gap-4 rounded-2xl bg-panel p-6 shadow-[0_20px_60px_#000a]">
          <div className="flex items-start justify-between">
            <Dialog.Title className="text-[15px] font-bold">Keys</Dialog.Title>
            <Dialog.Close aria-label="Close" className="text-quiet hover:text-ink">
              <X aria-hidden size={18} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="sr-only">Every key, and what it does.</Dialog.Description>
          <div className="grid min-h-0 grid-cols-[1.4fr_1fr] gap-8 overflow-y-auto">
            <Given />
            <div className="grid content-start gap-5">
              <Group name="Everywhere" keys={always} />
              <Group name="On the desk" keys={onDesk} />
              <Group name="While setting up" keys={setUp} />
            </div>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** The keys that the streamer gave to things. */
function Given() {
  const { show } = useShow();
  const desk = useDesk();
  const { press } = useAir();
  const keys = keysOf(show, desk, press, () => false).sort((one, other) => one.key.localeCompare(other.key));
  return (
    <section className="grid content-start gap-2">
      <h3 className="font-semibold">Of this show, on the desk</h3>
      {keys.length === 0 && (
        <p className="text-quiet">None yet. A graphic gets its key under Keys, where it is set up.</p>
      )}
      <dl className="grid grid-cols-2 gap-x-6 gap-y-1.5">
        {keys.map((one) => (
          <div key={one.key} className="flex min-w-0 items-center gap-2.5">
            <dt>
              <Key>{one.key.toUpperCase()}</Key>
            </dt>
            <dd className="truncate text-quiet">{one.what}</dd>
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
