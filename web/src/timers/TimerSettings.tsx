import clsx from 'clsx';
import { useState } from 'react';
import { press } from '../show/air';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { clockLength } from '../show/format';
import { KeptText } from '../show/KeptText';
import { KeyField } from '../show/KeyField';
import { mayEmpty, ShownBy, usersOf } from '../show/ShownBy';
import { useShow, type Timer } from '../show/show';
import { asks, timerIn, timerWords } from '../show/timerWords';
import { Button } from '../ui/Button';
import { Field, Select } from '../ui/Field';
import { Heading } from '../ui/Heading';
import { inputLook } from '../ui/inputLook';
import { CueSelect } from './CueSelect';
import { Door } from './Door';
import { LengthField } from './LengthField';
import { Phases } from './Phases';
import { datePatterns, ends, formsOf, kinds, places } from './timerChoices';
import { Warnings } from './Warnings';

export type ChangeTimer = (part: Parameters<typeof edits.timers.change>[1], from?: number) => Promise<boolean>;

/** What a timer is, under a few headings. */
export function TimerSettings({ timer }: { timer: Timer }) {
  const show = useShow();
  const change: ChangeTimer = (part, from) => edits.timers.change(timer.id, part, from);
  const users = usersOf(show, (text) => timerIn(text) === timer.id || asks(timer.id, text));
  const remove = async (): Promise<void> => {
    if (!(await mayEmpty(users))) return;
    if (await edits.timers.remove(timer.id)) tellDeleted(edits.undo, `The timer “${timer.name}” is`, users);
  };
  const counts = timer.kind !== 'clock';
  const comesToZero = counts && timer.kind !== 'up';
  return (
    <aside
      aria-label={`About ${timer.name}`}
      className="grid min-h-0 content-start gap-4 overflow-y-auto rounded-[14px] bg-panel p-4"
    >
      <KeptText
        aria-label="Name of the timer"
        value={timer.name}
        onKeep={(name, from) => change({ name }, from)}
        className="text-sm font-semibold"
      />
      <Counting timer={timer} change={change} />
      {timer.kind === 'phases' && timer.phases && <Phases timer={timer} phases={timer.phases} change={change} />}
      {comesToZero && (
        <Heading name="At zero" help="timers#at-zero">
          <div className="grid grid-cols-2 gap-3">
            <Select
              label="At zero it"
              value={timer.atZero}
              choices={Object.entries(ends).filter(([end]) => timer.kind !== 'until' || end !== 'again')}
              onChoose={(atZero) => void change({ atZero: atZero as Timer['atZero'] })}
            />
            <CueSelect label="and runs" value={timer.cue} onChoose={(cue) => void change({ cue })} />
          </div>
        </Heading>
      )}
      {comesToZero && <Warnings timer={timer} change={change} />}
      <Written timer={timer} change={change} />
      {counts && (
        <Heading name="On the desk" help="timers#on-the-desk">
          <div className="grid grid-cols-2 gap-3">
            <KeyField label="Key" value={timer.key} onKeep={(key, from) => change({ key: key || null }, from)} />
            <LengthField
              label="Buttons change it by"
              placeholder="1:00"
              value={timer.step}
              onKeep={(step, from) => change({ step: step ?? 0 }, from)}
            />
          </div>
          <SetTo timer={timer} />
        </Heading>
      )}
      {comesToZero && <Door timer={timer} change={change} />}
      <Heading name="Where it is shown">
        <p className="text-quiet">
          Put <code className="rounded-md bg-ground px-2 py-1 text-cool">{timerWords(timer.id)}</code> alone in a field.
          {comesToZero && ' Other words may ask whether it is over:'}
        </p>
        {comesToZero && (
          <code className="rounded-md bg-ground px-2 py-1 text-small text-cool">
            {`{% if timers.${timer.id}.over %}Now{% else %}Back in{% endif %}`}
          </code>
        )}
        {timer.kind === 'phases' && (
          <p className="text-quiet">
            And <code className="text-cool">{`{{ timers.${timer.id}.phase }}`}</code>, likewise next, round and rounds.
          </p>
        )}
        <ShownBy users={users} />
      </Heading>
      <Button kind="bare" onClick={() => void remove()} className="justify-self-start">
        Delete this timer
      </Button>
    </aside>
  );
}

/** What it counts. */
function Counting({ timer, change }: { timer: Timer; change: ChangeTimer }) {
  const choose = (kind: Timer['kind']): void =>
    void change({
      kind,
      atZero: kind === 'until' && timer.atZero === 'again' ? 'stop' : timer.atZero,
      length: kind === 'down' && timer.length < 1000 ? 300_000 : timer.length,
      ...(kind === 'phases' && !timer.phases && { phases: workAndRest }),
      // Nobody starts the time of day, and it has no zero: a key and a cue that nobody sees would only be in the way.
      ...(kind === 'clock' && { key: null, cue: null }),
    });
  return (
    <div className="grid grid-cols-2 gap-3">
      <div className={clsx((timer.kind === 'up' || timer.kind === 'clock' || timer.kind === 'phases') && 'col-span-2')}>
        <Select
          label="Counts"
          value={timer.kind}
          choices={Object.entries(kinds)}
          onChoose={(kind) => choose(kind as Timer['kind'])}
        />
      </div>
      {timer.kind === 'down' && (
        <LengthField
          label="From"
          placeholder="12:00"
          value={timer.length}
          onKeep={(length, from) => change({ length: length ?? 0 }, from)}
        />
      )}
      {timer.kind === 'until' && (
        <>
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
          <Field
            label="On the day"
            note={timer.day ? undefined : 'Empty: whenever that time comes next.'}
            render={(id) => (
              <KeptText
                id={id}
                type="date"
                value={timer.day ?? ''}
                onKeep={(day, from) => change({ day: day || null }, from)}
              />
            )}
          />
        </>
      )}
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
    </div>
  );
}

const workAndRest: NonNullable<Timer['phases']> = {
  each: [
    { name: 'Work', length: 1_500_000 },
    { name: 'Rest', length: 300_000 },
  ],
  rounds: 4,
  last: { name: 'Long rest', length: 900_000 },
};

/** How it is written. */
function Written({ timer, change }: { timer: Timer; change: ChangeTimer }) {
  const choices = formsOf(timer.kind);
  const form = choices.some(([one]) => one === timer.form) ? timer.form : 'clock';
  return (
    <div className="grid grid-cols-2 gap-3">
      <Select
        label="Written"
        value={form}
        choices={choices}
        onChoose={(chosen) => void change({ form: chosen as Timer['form'] })}
      />
      {form === 'date' && (
        <Select
          label="As"
          value={timer.pattern ?? ''}
          choices={
            datePatterns.some(([one]) => one === (timer.pattern ?? ''))
              ? datePatterns
              : [...datePatterns, [timer.pattern!, timer.pattern!]]
          }
          onChoose={(pattern) => void change({ pattern: pattern || null })}
        />
      )}
      {(form === 'date' || form === 'words') && (
        <Select
          label="In the language"
          value={timer.locale ?? ''}
          choices={
            places.some(([one]) => one === (timer.locale ?? '')) ? places : [...places, [timer.locale!, timer.locale!]]
          }
          onChoose={(locale) => void change({ locale: locale || null })}
        />
      )}
    </div>
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
      <label htmlFor={`set-${timer.id}`}>Set it now to</label>
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
