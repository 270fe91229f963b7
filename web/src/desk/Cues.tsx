import clsx from 'clsx';
import { Plus, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { clockText } from '../show/format';
import { useShow, type Cue } from '../show/show';
import { Key, keyHint } from '../ui/Button';
import { later } from '../ui/later';
import { useMenu } from '../ui/useMenu';
import { litNow, lostIn, newCue, summaryOf } from './cueEdits';
import { useDeskPage } from './deskView';
import { pressCue, useStandby } from './desk';

const CueEditor = later(async () => (await import('./CueEditor')).CueEditor, { takesKeys: true });
const CueMenu = later(async () => (await import('./CueMenu')).CueMenu, { takesKeys: true });

/** The cues in a row: one press sets many things. */
export function Cues() {
  const show = useShow();
  const page = useDeskPage();
  const shown = page ? show.cues.filter(({ id }) => page.cues.includes(id)) : show.cues;
  const [editing, setEditing] = useState<Cue | null>(null);
  return (
    <section aria-label="Cues" className="flex min-w-0 flex-wrap items-center gap-1.5">
      {shown.map((cue) => (
        <CueButton key={cue.id} cue={cue} onEdit={() => setEditing(cue)} />
      ))}
      <button
        type="button"
        onClick={() => setEditing(newCue(show, litNow(show)))}
        title="A cue sets many things in one press. It begins with what is lit now."
        className="flex min-h-10 items-center gap-1.5 rounded-[10px] px-3 text-quiet hover:bg-panel hover:text-ink"
      >
        <Plus aria-hidden size={14} />
        {show.cues.length === 0 ? 'Make a cue of what is lit now' : <span className="max-xl:sr-only">Cue</span>}
      </button>
      {editing && <CueEditor cue={editing} onClose={() => setEditing(null)} />}
    </section>
  );
}

function CueButton({ cue, onEdit }: { cue: Cue; onEdit(): void }) {
  const show = useShow();
  const ahead = useLive((live) => live.ahead.cueSteps.filter((step) => step.cue === cue.id));
  const standby = useStandby().cue === cue.id;
  const lost = lostIn(cue, show).map((graphic) => graphic.name);
  const menu = useMenu();
  return (
    <>
      <button
        type="button"
        {...menu.asked}
        data-press={cue.id}
        aria-label={`Cue ${cue.name}${standby ? ', in standby' : ''}${lost.length > 0 ? ', cannot be run' : ''}`}
        title={
          lost.length > 0
            ? `It cannot be run: the card that it brings up in ${lost.join(', ')} is gone. Right-click to change it.`
            : `${summaryOf(cue)}. Right-click to change it.`
        }
        onClick={() => pressCue(cue.id)}
        className={clsx(
          '@container/cue flex min-h-10 max-w-56 min-w-0 flex-1 basis-28 items-center max-xl:basis-24 gap-2 rounded-full bg-raised pr-3 pl-4 font-semibold transition-colors duration-150 hover:bg-ridge',
          standby && 'shadow-[inset_0_0_0_1.5px_var(--color-cool)]',
        )}
      >
        <span className="grid min-w-0 flex-1 text-left leading-tight">
          {/* Its name is what it is found by: where the room is short, the name has it. */}
          <span className="truncate @max-[102px]/cue:line-clamp-2 @max-[102px]/cue:text-xs @max-[102px]/cue:whitespace-normal">
            {cue.name}
          </span>
          <span className="truncate text-small font-normal text-quiet @max-[102px]/cue:hidden">
            {lost.length > 0 ? 'card gone' : summaryOf(cue)}
          </span>
        </span>
        {lost.length > 0 && <TriangleAlert aria-hidden size={14} className="shrink-0 text-orchid" />}
        {ahead.length > 0 && <NextStep at={Math.min(...ahead.map((step) => step.at))} />}
        {cue.key && <Key className={keyHint}>{cue.key.toUpperCase()}</Key>}
      </button>
      {menu.place && <CueMenu cue={cue} at={menu.place} onClose={menu.close} onEdit={onEdit} />}
    </>
  );
}

function NextStep({ at }: { at: number }) {
  const now = useNow();
  return (
    <span title="Its next step comes by itself" className="rounded-md bg-black/25 px-1.5 text-small text-lamp-soft">
      <span className="sr-only">next step in</span> {clockText(Math.ceil(Math.max(0, at - now) / 1000) * 1000)}
    </span>
  );
}
