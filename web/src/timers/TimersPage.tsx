import clsx from 'clsx';
import { Plus, Timer as Clock } from 'lucide-react';
import { useState } from 'react';
import { useLive } from '../live/live';
import { clockLength, clockText } from '../show/format';
import { press } from '../show/air';
import { edits } from '../show/edits';
import { useShow, type Timer } from '../show/show';
import { wordOf } from '../show/wordOf';
import { tellDeleted } from '../show/deleted';
import { mayEmpty, ShownBy, usersOf } from '../show/ShownBy';
import { UndoButtons } from '../show/UndoButtons';
import { AddForm } from '../ui/AddForm';
import { Button } from '../ui/Button';
import { Field, Select } from '../ui/Field';
import { inputLook } from '../ui/inputLook';
import { KeptText } from '../show/KeptText';

import { Empty, Page } from '../ui/Page';
import { TimerControls } from '../show/TimerControls';
import { TimerFigures } from '../show/TimerFigures';
import { asks, timerIn, timerWords } from '../show/timerWords';

const kinds = {
  down: 'down, from a length',
  up: 'up, from zero',
  until: 'to a time of day',
  clock: 'nothing: it is the time of day',
} as const;
const clockForms = { clock: '9:07:33', minutes: '9:07', twoFigures: '09:07' } as const;
const forms = {
  clock: '12:30, then 1:09:20',
  minutes: '69:20, minutes only',
  twoFigures: '05:07, two figures',
  tenths: '7.4 in the last minute',
} as const;
const ends = { stop: 'stands at 0:00', over: 'counts on, with a plus', again: 'begins anew' } as const;

/** Clocks that graphics show, and that set things off. */
export function TimersPage() {
  const show = useShow();
  const [adding, setAdding] = useState(false);
  return (
    <Page
      title="Timers"
      actions={
        <>
          <UndoButtons />
          <Button kind="cool" onClick={() => setAdding(true)}>
            <Plus aria-hidden size={16} /> Add a timer
          </Button>
        </>
      }
    >
      <div className="min-h-0 overflow-y-auto">
        {adding && <NewTimer onDone={() => setAdding(false)} />}
        {show.timers.length === 0 && !adding && (
          <Empty title="No timers yet.">
            <p>
              A timer counts down, up, or to a time of day, or is the time of day. Graphics show it, the desk starts and
              pauses it, and a cue can set it off, or be run when it comes to zero.
            </p>
          </Empty>
        )}
        <ul className="grid gap-3">
          {show.timers.map((timer) => (
            <TimerRow key={timer.id} timer={timer} />
          ))}
        </ul>
      </div>
    </Page>
  );
}

function TimerRow({ timer }: { timer: Timer }) {
  const show = useShow();
  const state = useLive(({ timers }) => timers.get(timer.id));
  const change = (part: Parameters<typeof edits.timers.change>[1], from?: number): Promise<boolean> =>
    edits.timers.change(timer.id, part, from);
  const users = usersOf(show, (text) => timerIn(text) === timer.id || asks(timer.id, text));
  const remove = async (): Promise<void> => {
    if (!(await mayEmpty(users))) return;
    if (await edits.timers.remove(timer.id)) tellDeleted(edits.undo, `The timer “${timer.name}” is`, users);
  };
  return (
    <li className="grid grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)] gap-6 rounded-[14px] bg-panel p-4">
      <div className="grid content-start gap-2.5">
        <div className="flex items-center gap-2">
          <Clock aria-hidden size={18} className="text-quiet" />
          <KeptText
            aria-label="Name of the timer"
            value={timer.name}
            onKeep={(name, from) => change({ name }, from)}
            className="bg-transparent! px-1! text-sm font-semibold shadow-none! hover:bg-raised!"
          />
        </div>
        <div className="grid grid-cols-[1.4fr_1fr_64px] gap-3">
          <Select
            label="Counts"
            value={timer.kind}
            choices={Object.entries(kinds)}
            onChoose={(kind) =>
              void change({
                kind: kind as Timer['kind'],
                atZero: kind === 'until' && timer.atZero === 'again' ? 'stop' : timer.atZero,
                length: kind === 'down' && timer.length < 1000 ? 300_000 : timer.length,
                // Nobody starts the time of day, and it has no zero: a key and a cue that nobody sees would only be in the way.
                ...(kind === 'clock' && { key: null, cue: null }),
              })
            }
          />
          {timer.kind === 'down' && (
            <Field
              label="From"
              render={(id) => (
                <KeptText
                  id={id}
                  placeholder="12:00"
                  value={clockText(timer.length)}
                  onKeep={(text, from) => change({ length: clockLength(text) ?? 0 }, from)}
                />
              )}
            />
          )}
          {timer.kind === 'until' && (
            <Field
              label="Until"
              render={(id) => (
                <KeptText
                  id={id}
                  type="time"
                  value={timer.until}
                  onKeep={(until, from) => until !== '' && change({ until }, from)}
                />
              )}
            />
          )}
          {(timer.kind === 'up' || timer.kind === 'clock') && <span />}
          {timer.kind !== 'clock' && (
            <Field
              label="Key"
              render={(id) => (
                <KeptText
                  id={id}
                  maxLength={1}
                  placeholder="none"
                  value={timer.key ?? ''}
                  onKeep={(key, from) => change({ key: key.toLowerCase() || null }, from)}
                />
              )}
            />
          )}
        </div>
        {(timer.kind === 'down' || timer.kind === 'until') && (
          <div className="grid grid-cols-2 gap-3">
            <Select
              label="At zero it"
              value={timer.atZero}
              choices={Object.entries(ends).filter(([end]) => timer.kind === 'down' || end !== 'again')}
              onChoose={(atZero) => void change({ atZero: atZero as Timer['atZero'] })}
            />
            <Select
              label="and runs"
              value={timer.cue ?? ''}
              choices={[['', 'no cue'], ...show.cues.map((cue) => [cue.id, `the cue ${cue.name}`] as const)]}
              onChoose={(cue) => void change({ cue: cue || null })}
            />
          </div>
        )}
        <div className="grid auto-cols-fr grid-flow-col gap-3">
          <Select
            label="Written"
            value={timer.form}
            choices={Object.entries(
              timer.kind === 'clock'
                ? clockForms
                : { ...forms, tenths: timer.kind === 'up' ? '7.4 in the first minute' : forms.tenths },
            )}
            onChoose={(form) => void change({ form: form as Timer['form'] })}
          />
          {(timer.kind === 'until' || timer.kind === 'clock') && (
            <Field
              label="In the zone"
              render={(id) => (
                <KeptText
                  id={id}
                  placeholder="this computer’s"
                  spellCheck={false}
                  value={timer.zone ?? ''}
                  // Half a zone is none: it is kept by Enter, or on leaving the field.
                  isWhole={() => false}
                  onKeep={(zone, from) => change({ zone: zone.trim() || null }, from)}
                />
              )}
            />
          )}
          {timer.kind !== 'clock' && (
            <Field
              label="Buttons change it by"
              render={(id) => (
                <KeptText
                  id={id}
                  placeholder="1:00"
                  value={clockText(timer.step)}
                  onKeep={(text, from) => change({ step: clockLength(text) ?? 0 }, from)}
                />
              )}
            />
          )}
        </div>
        <Button kind="bare" onClick={() => void remove()} className="justify-self-start">
          Delete this timer
        </Button>
      </div>
      <div className="grid content-start gap-3">
        <div className="flex items-center justify-between gap-3 rounded-lg bg-ground px-4 py-3">
          {state && (
            <TimerFigures
              program={state.program}
              className={`text-[30px] font-semibold ${state.running ? '' : 'text-quiet'}`}
            />
          )}
          {timer.kind !== 'clock' && <TimerControls timer={timer} />}
        </div>
        {timer.kind !== 'clock' && <SetTo timer={timer} />}
        <div>
          <h3 className="mb-1 text-quiet">To show it, put this alone in a field</h3>
          <code className="rounded-md bg-ground px-2 py-1 text-cool">{timerWords(timer.id)}</code>
        </div>
        <ShownBy users={users} />
      </div>
    </li>
  );
}

/** Sets it to a length, running or not, at once on air. */
function SetTo({ timer }: { timer: Timer }) {
  const [text, setText] = useState('');
  const length = clockLength(text);
  return (
    <form
      className="flex items-center gap-2 text-quiet"
      onSubmit={(event) => {
        event.preventDefault();
        if (length !== null)
          void press('timer', { timer: timer.id, act: 'set', by: length }).then((done) => done && setText(''));
      }}
    >
      <label htmlFor={`set-${timer.id}`}>Set it to</label>
      <input
        id={`set-${timer.id}`}
        value={text}
        placeholder={timer.kind === 'up' ? '0:30' : '5:00'}
        onChange={(event) => setText(event.target.value)}
        className={clsx(inputLook, 'w-24!')}
      />
      <Button type="submit" disabled={length === null}>
        Set
      </Button>
    </form>
  );
}

function NewTimer({ onDone }: { onDone(): void }) {
  const [name, setName] = useState('');
  const [length, setLength] = useState('5:00');
  const word = wordOf(name);
  const add = async (): Promise<void> => {
    const fresh: Timer = {
      id: word,
      name,
      kind: 'down',
      length: clockLength(length) ?? 0,
      until: '12:00',
      atZero: 'stop',
      form: 'clock',
      step: 60_000,
    };
    if (await edits.timers.add(fresh)) onDone();
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
