import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { KeptNumber } from '../show/KeptNumber';
import { KeptSeconds } from '../show/KeptSeconds';
import { KeptText } from '../show/KeptText';
import { templateOf, useShow, type Show } from '../show/show';
import { Button } from '../ui/Button';
import { Field, Select } from '../ui/Field';
import { Tick } from '../ui/Tick';
import { Collected } from './Collected';

type Command = Show['chatCommands'][number];
type Change = Parameters<typeof edits.chatCommands.change>[1];

const acts: readonly (readonly [Command['act'], string])[] = [
  ['collect', 'keeps their words, for a field or a ticker'],
  ['count', 'counts a number on a graphic up'],
  ['light', 'lights a graphic for its stay'],
  ['step', 'brings up the next card'],
  ['timer', 'starts a timer'],
  ['answer', 'only answers'],
];

/** What a command is typed as, what it does, who may, and how often. */
export function CommandSettings({ command }: { command: Command }) {
  const show = useShow();
  const change = (part: Change, from?: number) => edits.chatCommands.change(command.id, part, from);
  const remove = async (): Promise<void> => {
    if (await edits.chatCommands.remove(command.id)) tellDeleted(edits.undo, `The command “${command.name}” is`);
  };
  const graphic = show.graphics.find((one) => one.id === command.graphic);
  const numbers = graphic ? (templateOf(show, graphic)?.fields.filter((field) => field.kind === 'number') ?? []) : [];
  // What a choice needs is chosen with it: half a command is refused.
  const choose = (act: Command['act']): void => {
    const first = show.graphics.find((one) => act !== 'count' || firstNumber(show, one.id));
    const about = act === 'count' || act === 'light' || act === 'step';
    void change({
      act,
      ...(about && !command.graphic ? { graphic: first?.id } : {}),
      ...(act === 'count' && !command.field ? { field: firstNumber(show, command.graphic ?? first?.id ?? '') } : {}),
      ...(act === 'timer' && !command.timer ? { timer: show.timers[0]?.id } : {}),
      ...(act === 'answer' && !command.answer ? { answer: 'Good evening, {{ event.name }}!' } : {}),
      ...(act === 'collect' && command.waits < 5000 ? { waits: 5000 } : {}),
    });
  };
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 gap-3">
        <Field
          label="Name"
          render={(id) => <KeptText id={id} value={command.name} onKeep={(name, from) => change({ name }, from)} />}
        />
        <Field
          label={command.isPattern ? 'Pattern' : 'Viewers type'}
          render={(id) => (
            <KeptText id={id} spellCheck={false} value={command.word} onKeep={(word, from) => change({ word }, from)} />
          )}
        />
      </div>
      <Tick checked={command.isPattern} onChange={(isPattern) => void change({ isPattern })}>
        It is a pattern (a regular expression), anywhere in a message
      </Tick>
      <Tick checked={command.isOn} onChange={(isOn) => void change({ isOn })}>
        Viewers may use it
      </Tick>
      <Select label="It" value={command.act} choices={acts} onChoose={(act) => choose(act as Command['act'])} />
      {(command.act === 'count' || command.act === 'light' || command.act === 'step') && (
        <div className="grid grid-cols-2 gap-3">
          <Select
            label="The graphic"
            value={command.graphic ?? ''}
            choices={show.graphics.map((one) => [one.id, one.name] as const)}
            onChoose={(id) =>
              void change({ graphic: id, ...(command.act === 'count' ? { field: firstNumber(show, id) } : {}) })
            }
          />
          {command.act === 'count' && (
            <Select
              label="Its number"
              value={command.field}
              choices={numbers.map((field) => [field.name, field.label] as const)}
              onChoose={(field) => void change({ field })}
            />
          )}
        </div>
      )}
      {command.act === 'timer' && (
        <Select
          label="The timer"
          value={command.timer ?? ''}
          choices={show.timers.map((one) => [one.id, one.name] as const)}
          onChoose={(timer) => void change({ timer })}
        />
      )}
      {command.act === 'collect' && <Collected command={command} />}
      <Field
        label={command.act === 'answer' ? 'Answer in chat' : 'Answer in chat (empty: none)'}
        note="It can use event.name, event.words and event.count, in double braces. One answer in two seconds goes out, and only where the source has a name of yours."
        render={(id) => (
          <KeptText
            id={id}
            spellCheck={false}
            value={command.answer}
            onKeep={(answer, from) => change({ answer }, from)}
          />
        )}
      />
      <div className="grid grid-cols-2 gap-3">
        <Select
          label="Who may"
          value={command.least}
          choices={[
            ['viewer', 'everybody'],
            ['member', 'members and above'],
            ['moderator', 'moderators and you'],
            ['owner', 'you alone'],
          ]}
          onChoose={(least) => void change({ least: least as Command['least'] })}
        />
        <KeptSeconds label="It is next for" value={command.waits} onKeep={(waits, from) => change({ waits }, from)} />
        <KeptSeconds
          label="The same person again after"
          value={command.eachPerson}
          onKeep={(eachPerson, from) => change({ eachPerson }, from)}
        />
        <KeptSeconds
          label="Anybody again after"
          value={command.forAll}
          onKeep={(forAll, from) => change({ forAll }, from)}
        />
        <Field
          label="Longest words, in characters"
          render={(id) => (
            <KeptNumber
              id={id}
              min={1}
              max={500}
              value={String(command.longest)}
              onKeep={(text, from) => change({ longest: Math.round(Number(text)) }, from)}
            />
          )}
        />
      </div>
      <p className="text-small text-quiet">
        What you have lit is never sent away by it, and a hush holds it back. Alt D drops what is next.
      </p>
      <Button kind="bare" className="justify-self-start text-quiet!" onClick={() => void remove()}>
        Delete this command
      </Button>
    </div>
  );
}

function firstNumber(show: Show, id: string): string {
  const graphic = show.graphics.find((one) => one.id === id);
  return (graphic && templateOf(show, graphic)?.fields.find((field) => field.kind === 'number')?.name) ?? '';
}
