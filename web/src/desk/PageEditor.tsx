import { Trash2, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { KeptText } from '../show/KeptText';
import { KeyField } from '../show/KeyField';
import { nowOf, useShow, type Show } from '../show/show';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Tick } from '../ui/Tick';
import { editPage } from './pageEditing';

type DeskPage = Show['deskPages'][number];

/** A page of the desk: its name, its key, and the switches on it. Each change is kept as it is made. */
export function PageEditor({ page }: { page: DeskPage }) {
  const { graphics, cues, seats } = useShow((show) => ({
    graphics: show.graphics,
    cues: show.cues,
    seats: show.seats,
  }));
  const close = (): void => editPage(null);
  const toggle = (list: 'graphics' | 'cues', ids: readonly string[], on: boolean): void => {
    const now = nowOf((show) => show.deskPages, page)[list];
    void edits.deskPages.change(page.id, {
      [list]: on ? [...new Set([...now, ...ids])] : now.filter((one) => !ids.includes(one)),
    });
  };
  const remove = async (): Promise<void> => {
    close();
    if (await edits.deskPages.remove(page.id)) tellDeleted(edits.undo, `The page “${page.name}” is`);
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-6 right-6 z-30 grid w-[min(32rem,92vw)] grid-rows-[auto_auto_1fr_auto] gap-3 rounded-2xl bg-panel p-5 shadow-[0_20px_60px_#000a]"
        >
          <div className="flex items-start justify-between">
            <Dialog.Title className="text-title font-bold">Page “{page.name}”</Dialog.Title>
            <Dialog.Close aria-label="Close" className="text-quiet hover:text-ink">
              <X aria-hidden size={18} />
            </Dialog.Close>
          </div>
          <div className="grid grid-cols-[1fr_5.625rem] gap-3">
            <Field
              label="Name"
              render={(id) => (
                <KeptText
                  id={id}
                  value={page.name}
                  onKeep={(name, from) => edits.deskPages.change(page.id, { name }, from)}
                />
              )}
            />
            <KeyField
              label="Key"
              value={page.key}
              onKeep={(key, from) => edits.deskPages.change(page.id, { key: key || undefined }, from)}
            />
          </div>
          <div className="-mx-2 grid min-h-0 content-start gap-3 overflow-y-auto px-2">
            {seats
              .filter((seat) => graphics.some((graphic) => graphic.seat === seat.id))
              .reverse()
              .map((seat) => {
                const here = graphics.filter((graphic) => graphic.seat === seat.id);
                const ids = here.map(({ id }) => id);
                const all = ids.every((id) => page.graphics.includes(id));
                return (
                  <fieldset key={seat.id} className="grid gap-1">
                    <legend className="mb-1 flex w-full items-center justify-between text-xs text-quiet">
                      <span className="first-letter:uppercase">{seat.name}</span>
                      <button
                        type="button"
                        className="rounded-md px-2 py-1 hover:bg-raised hover:text-ink"
                        onClick={() => toggle('graphics', ids, !all)}
                      >
                        {all ? 'None' : 'All'} <span className="sr-only">of {seat.name}</span>
                      </button>
                    </legend>
                    <Ticks all={here} on={page.graphics} onTick={(id, on) => toggle('graphics', [id], on)} />
                  </fieldset>
                );
              })}
            {cues.length > 0 && (
              <fieldset className="grid gap-1">
                <legend className="mb-1 text-xs text-quiet">Cues</legend>
                <Ticks all={cues} on={page.cues} onTick={(id, on) => toggle('cues', [id], on)} />
              </fieldset>
            )}
          </div>
          <div className="flex items-center justify-between">
            <Button kind="bare" onClick={() => void remove()}>
              <Trash2 aria-hidden size={14} /> Delete this page
            </Button>
            <Button kind="cool" onClick={close}>
              Done
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

interface TicksProps {
  all: readonly { id: string; name: string }[];
  on: readonly string[];
  onTick(id: string, on: boolean): void;
}

function Ticks({ all, on, onTick }: TicksProps) {
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
      {all.map(({ id, name }) => (
        <Tick key={id} checked={on.includes(id)} onChange={(next) => onTick(id, next)}>
          <span className="truncate">{name}</span>
        </Tick>
      ))}
    </div>
  );
}
