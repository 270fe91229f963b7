import { Lock, LockOpen, Search, SquareStack } from 'lucide-react';
import { toast } from '../ui/toast';
import { act } from '../show/actions';
import { edits } from '../show/edits';
import { setLocked, useLocked } from '../show/lock';
import { useShow } from '../show/show';
import { Button, Key } from '../ui/Button';
import { HelpLink } from '../ui/HelpLink';
import { later } from '../ui/later';
import { Segmented } from '../ui/Segmented';
import { SignButton } from '../ui/SignButton';
import { setLookFirst } from './desk';
import { lookFor, useFind } from './deskView';

const LoudnessControl = later(async () => (await import('./LoudnessControl')).LoudnessControl);

/** How one works on the desk: what a press does, where edits go, what is looked for. */
export function DeskHead() {
  const show = useShow(({ lookFirst, liveEdits, deskPages }) => ({ lookFirst, liveEdits, pages: deskPages.length }));
  const locked = useLocked();
  const find = useFind();
  return (
    <div className="flex min-h-9 items-center gap-3 max-sm:flex-wrap max-sm:gap-1.5">
      <h1 className="text-title font-bold">Desk</h1>
      <HelpLink about="desk" name="Desk" />
      <Segmented
        label="What a press does"
        value={show.lookFirst ? 'look' : 'air'}
        choices={[
          { value: 'air', words: 'Straight to air' },
          { value: 'look', words: 'Look first' },
        ]}
        onChoose={(value) => setLookFirst(value === 'look')}
      />
      <Segmented
        label="When edits of what is lit go to air"
        value={show.liveEdits ? 'live' : 'push'}
        choices={[
          { value: 'push', words: 'Edits wait' },
          { value: 'live', words: 'Live edits' },
        ]}
        onChoose={(value) => {
          void edits.show({ liveEdits: value === 'live' });
          if (value === 'live') toast('What you type in a lit graphic now goes to air as you type.');
        }}
      />
      <span className="ml-auto flex items-center">
        <SignButton
          label="Search the desk (Ctrl F)"
          aria-pressed={find !== null}
          onClick={() => lookFor(find === null ? '' : null)}
        >
          <Search aria-hidden size={16} />
        </SignButton>
        {show.pages === 0 && (
          <SignButton
            label="Make a page of the desk: some of the switches, under a name"
            onClick={() => void act('deskPage/new')}
          >
            <SquareStack aria-hidden size={16} />
          </SignButton>
        )}
        {locked ? (
          <Button kind="lamp" onClick={() => setLocked(false)} title="Presses of this window do nothing until then">
            <Lock aria-hidden size={14} /> Unlock
          </Button>
        ) : (
          <SignButton label="Lock this window against stray presses (Alt K)" onClick={() => setLocked(true)}>
            <LockOpen aria-hidden size={16} />
          </SignButton>
        )}
        <LoudnessControl />
        <Button kind="bare" className="max-[1140px]:hidden" onClick={() => act('help/keys')} title="All keys">
          Keys <Key>?</Key>
        </Button>
      </span>
    </div>
  );
}
