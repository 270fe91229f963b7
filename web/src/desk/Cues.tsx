import clsx from 'clsx';
import { Clapperboard, Plus } from 'lucide-react';
import { ContextMenu } from 'radix-ui';
import { useState } from 'react';
import { useLive } from '../live/LiveContext';
import { useNow } from '../live/useNow';
import { clockText } from '../show/format';
import { useShow, type Cue } from '../show/ShowContext';
import { useAir } from '../show/useAir';
import { Key, keyHint } from '../ui/Button';
import { menuItem, menuLook } from '../ui/Menu';
import { CueEditor } from './CueEditor';
import { litNow, newCue } from './cueEdits';
import type { Desk } from './useDesk';

/** The cues in a row: one press sets many things. */
export function Cues({ desk }: { desk: Desk }) {
  const { show } = useShow();
  const { news } = useLive();
  const [editing, setEditing] = useState<Cue | null>(null);
  return (
    <section aria-label="Cues" className="flex min-w-0 flex-wrap items-center gap-1.5">
      {show.cues.map((cue) => (
        <CueButton key={cue.id} cue={cue} desk={desk} onEdit={() => setEditing(cue)} />
      ))}
      <button
        type="button"
        onClick={() => setEditing(newCue(show, litNow(show, news)))}
        title="A cue sets many things in one press. It begins with what is lit now."
        className="flex min-h-10 items-center gap-1.5 rounded-[10px] px-3 text-quiet hover:bg-panel hover:text-ink"
      >
        <Plus aria-hidden size={14} /> {show.cues.length === 0 ? 'Make a cue of what is lit now' : 'Cue'}
      </button>
      {editing && <CueEditor cue={editing} onClose={() => setEditing(null)} />}
    </section>
  );
}

function CueButton({ cue, desk, onEdit }: { cue: Cue; desk: Desk; onEdit(): void }) {
  const { show, edits } = useShow();
  const { news } = useLive();
  const { press } = useAir();
  const ahead = news?.cueSteps.filter((step) => step.cue === cue.id) ?? [];
  const standby = news?.standbyCue === cue.id;
  return (
    <ContextMenu.Root>
      <ContextMenu.Trigger asChild>
        <button
          type="button"
          data-press={cue.id}
          aria-label={`Cue ${cue.name}${standby ? ', in standby' : ''}`}
          onClick={() => desk.cue(cue.id)}
          className={clsx(
            'flex min-h-10 min-w-0 items-center gap-2 rounded-full bg-raised pr-2.5 pl-3.5 font-semibold transition-colors duration-150 hover:bg-ridge',
            standby && 'shadow-[inset_0_0_0_1.5px_var(--color-cool)]',
          )}
        >
          <Clapperboard aria-hidden size={14} className="shrink-0 text-quiet" />
          <span className="truncate">{cue.name}</span>
          {ahead.length > 0 && <NextStep at={Math.min(...ahead.map((step) => step.at))} />}
          {cue.key && <Key className={keyHint}>{cue.key.toUpperCase()}</Key>}
        </button>
      </ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content className={menuLook}>
          {ahead.length > 0 && (
            <ContextMenu.Item className={menuItem} onSelect={() => void press('stopCue', { cue: cue.id })}>
              Stop the steps still to come
            </ContextMenu.Item>
          )}
          <ContextMenu.Item className={menuItem} onSelect={() => desk.choose({ cue: cue.id })}>
            Put in standby
          </ContextMenu.Item>
          <ContextMenu.Item className={menuItem} onSelect={onEdit}>
            Change it
          </ContextMenu.Item>
          <ContextMenu.Separator className="my-1.5 h-px bg-line" />
          <ContextMenu.Item
            className={menuItem}
            onSelect={() => void edits.show({ cues: show.cues.filter((one) => one.id !== cue.id) })}
          >
            Delete it
          </ContextMenu.Item>
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}

function NextStep({ at }: { at: number }) {
  const now = useNow();
  return (
    <span title="Its next step comes by itself" className="rounded-md bg-black/25 px-1.5 text-[11px] text-lamp-soft">
      <span className="sr-only">next step in</span> {clockText(Math.ceil(Math.max(0, at - now) / 1000) * 1000)}
    </span>
  );
}
