import { useLive } from '../live/live';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { KeptNumber } from '../show/KeptNumber';
import { KeptText } from '../show/KeptText';
import { eventKinds as kinds } from '../show/eventWords';
import { mayEmpty, ShownBy, usersOf } from '../show/ShownBy';
import { useShow, type Label } from '../show/show';
import { Button } from '../ui/Button';
import { CopyButton } from '../ui/CopyButton';
import { Field, Select } from '../ui/Field';
import { Heading } from '../ui/Heading';
import { Tick } from '../ui/Tick';
import { asksFor, figures, spans, wordsFor } from './labelChoices';

/** What a label tells, in which words, and where it is shown. */
export function LabelSettings({ label }: { label: Label }) {
  const show = useShow();
  const said = useLive(({ labels }) => labels.get(label.id));
  const change = (part: Parameters<typeof edits.labels.change>[1], from?: number): Promise<boolean> =>
    edits.labels.change(label.id, part, from);
  const users = usersOf(show, (text) => asksFor(label.id, text));
  const known = kinds.some(([kind]) => kind === label.kind);
  // Words that were never touched follow what the label tells.
  const choose = (part: { figure?: Label['figure']; kind?: string }): void => {
    const untouched = label.words === wordsFor(label.figure, label.kind);
    const next = wordsFor(part.figure ?? label.figure, part.kind ?? label.kind);
    void change({ ...part, ...(untouched ? { words: next } : {}) });
  };
  const remove = async (): Promise<void> => {
    if (!(await mayEmpty(users))) return;
    if (await edits.labels.remove(label.id)) tellDeleted(edits.undo, `The label “${label.name}” is`, users);
  };
  return (
    <aside
      aria-label={`About ${label.name}`}
      className="grid min-h-0 content-start gap-4 overflow-y-auto rounded-[14px] bg-panel p-4"
    >
      <KeptText
        aria-label="Name of the label"
        value={label.name}
        onKeep={(name, from) => change({ name }, from)}
        className="text-sm font-semibold"
      />
      <div className="grid grid-cols-2 gap-3">
        <Select
          label="It tells"
          value={label.figure}
          choices={figures}
          onChoose={(figure) => choose({ figure: figure as Label['figure'] })}
        />
        <Select
          label="of"
          value={label.kind}
          choices={[...kinds, ...(known ? [] : [[label.kind, label.kind] as const])]}
          onChoose={(kind) => choose({ kind })}
        />
        <Select
          label="over"
          value={label.over}
          choices={spans}
          onChoose={(over) => void change({ over: over as Label['over'] })}
        />
        {label.kind === 'tip' && (
          <Field
            label="in"
            render={(id) => (
              <KeptText
                id={id}
                maxLength={3}
                value={label.currency}
                onKeep={(text, from) => change({ currency: text.trim().toUpperCase() }, from)}
              />
            )}
          />
        )}
      </div>
      <Heading name="Words">
        <Field
          label="It says"
          note={said ? <>Now: {said.text || '(nothing)'}</> : undefined}
          render={(id) => (
            <KeptText
              id={id}
              value={label.words}
              spellCheck={false}
              onKeep={(words, from) => change({ words }, from)}
            />
          )}
        />
        <p className="text-small text-quiet">
          It can use event.name, event.amount, event.count, event.words and event.tier, in double braces.
        </p>
        <Field
          label="While nothing has happened"
          render={(id) => (
            <KeptText id={id} value={label.fallback} onKeep={(fallback, from) => change({ fallback }, from)} />
          )}
        />
      </Heading>
      <Heading name="Goal" help="labels-and-alerts#goals">
        <Tick checked={label.target != null} onChange={(checked) => void change({ target: checked ? 100 : null })}>
          It is to reach a target
        </Tick>
        {label.target != null && (
          <Select
            label="When it is met, once a session"
            note="An alert for “Goal met” comes besides, where there is one."
            value={label.whenMet ?? ''}
            choices={[['', 'no cue runs'], ...show.cues.map((cue) => [cue.id, `the cue ${cue.name} runs`] as const)]}
            onChoose={(cue) => void change({ whenMet: cue || null })}
          />
        )}
        {label.target != null && (
          <div className="grid grid-cols-2 gap-3">
            <Field
              label="Target"
              render={(id) => (
                <KeptNumber
                  id={id}
                  value={String(label.target)}
                  onKeep={(text, from) => change({ target: Number(text) }, from)}
                />
              )}
            />
            <Field
              label="Begins at"
              render={(id) => (
                <KeptNumber
                  id={id}
                  value={String(label.start)}
                  onKeep={(text, from) => change({ start: Number(text) }, from)}
                />
              )}
            />
          </div>
        )}
      </Heading>
      <Heading name="On graphics">
        <ShownBy users={users} />
        <div className="flex flex-wrap items-center gap-1 text-quiet">
          <span>
            Any field shows it by <code className="text-cool">{`{{ labels.${label.id} }}`}</code>
          </span>
          <CopyButton
            name="Copy"
            text={`{{ labels.${label.id} }}`}
            said="Copied: paste it into a field of a graphic."
          />
        </div>
        <p className="text-small text-quiet">
          Number fields take {`{{ labels.${label.id}_value }}`}
          {label.target != null && `, {{ labels.${label.id}_target }} and {{ labels.${label.id}_percent }}`}.
        </p>
      </Heading>
      <Heading name="For other programs">
        <Field
          label="Text file that says the same"
          note="It is replaced whole at each change. A file that is there already is left alone."
          render={(id) => (
            <KeptText
              id={id}
              value={label.file}
              spellCheck={false}
              placeholder="none"
              onKeep={(file, from) => change({ file: file.trim() }, from)}
            />
          )}
        />
      </Heading>
      <Button kind="bare" className="justify-self-start text-quiet!" onClick={() => void remove()}>
        Delete this label
      </Button>
    </aside>
  );
}
