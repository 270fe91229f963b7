import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useLocation, useParams } from 'wouter';
import { edits } from '../show/edits';
import { clockLength } from '../show/format';
import { useShow } from '../show/show';
import { plainTimer } from '../show/timerWords';
import { UndoButtons } from '../show/UndoButtons';
import { wordOf } from '../show/wordOf';
import { AddForm } from '../ui/AddForm';
import { Button } from '../ui/Button';
import { Empty, Page } from '../ui/Page';
import { TimerSettings } from './TimerSettings';
import { TimerTile } from './TimerTile';

/** Clocks that graphics show, and that set things off: all of them to be read and run, and the chosen one to be set up. */
export function TimersPage() {
  const timers = useShow((show) => show.timers);
  const [adding, setAdding] = useState(false);
  const { id } = useParams();
  const chosen = timers.find((timer) => timer.id === id) ?? timers[0];
  return (
    <Page
      title="Timers"
      help="timers"
      actions={
        <>
          <UndoButtons />
          <Button kind="cool" onClick={() => setAdding(true)}>
            <Plus aria-hidden size={16} /> Add a timer
          </Button>
        </>
      }
    >
      <div className="grid min-h-0 grid-rows-[auto_1fr]">
        {adding && <NewTimer onDone={() => setAdding(false)} />}
        {!chosen && !adding && (
          <Empty title="No timers yet.">
            <p>
              A timer counts down, up, or to a time of day, goes from work to rest and back, or is the time of day.
              Graphics show it, the desk starts and pauses it, and a cue can set it off, or be run when it comes to
              zero.
            </p>
          </Empty>
        )}
        {chosen && (
          <div className="stacks row-start-2 grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(22.5rem,25rem)] gap-4">
            <ul className="grid min-h-0 auto-rows-min grid-cols-[repeat(auto-fill,minmax(18.75rem,1fr))] gap-3 overflow-y-auto p-0.5">
              {timers.map((timer) => (
                <TimerTile key={timer.id} timer={timer} chosen={timer === chosen} />
              ))}
            </ul>
            <TimerSettings key={chosen.id} timer={chosen} />
          </div>
        )}
      </div>
    </Page>
  );
}

function NewTimer({ onDone }: { onDone(): void }) {
  const [name, setName] = useState('');
  const [length, setLength] = useState('5:00');
  const [, navigate] = useLocation();
  const word = wordOf(name);
  const add = async (): Promise<void> => {
    const made = await edits.timers.add(plainTimer(name, clockLength(length) ?? 0));
    if (!made) return;
    navigate(`/timers/${made.id}`);
    onDone();
  };
  return (
    <AddForm
      lines={[
        { label: 'Name', value: name, onType: setName },
        { label: 'Counts down from', value: length, placeholder: '5:00', onType: setLength },
      ]}
      words="Make this timer"
      ready={!!word}
      onAdd={add}
      onDone={onDone}
    />
  );
}
