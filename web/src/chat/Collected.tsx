import { edits } from '../show/edits';
import { templateOf, useShow, type Show } from '../show/show';
import { ShownBy, usersOf } from '../show/ShownBy';
import { Select } from '../ui/Field';

/** Where viewers' words are shown: by placeholders, as all that changes is. One press puts them into a field. */
export function Collected({ command }: { command: Show['chatCommands'][number] }) {
  const show = useShow();
  const newest = `{{ chat.${command.id}.words }}`;
  const count = `{{ chat.${command.id}_count }}`;
  const all = `{% for row in chat.${command.id}.rows %}{{ row.name }}: {{ row.words }}\n{% endfor %}`;
  const asks = new RegExp(`\\bchat\\.${command.id}\\b`);
  const users = usersOf(show, (words) => asks.test(words));
  const fields = fieldsOf(show);
  const put = (place: string): void => {
    const field = fields.find((one) => one.place === place);
    if (field) void edits.graphic(field.graphic, { words: { [field.name]: field.isList ? all : newest } });
  };
  return (
    <div className="grid gap-2 rounded-lg bg-panel p-2.5">
      <Select
        label="Show them in"
        value=""
        choices={[['', 'choose a field'], ...fields.map((one) => [one.place, one.says] as const)]}
        note="A field shows the newest, a ticker or a list all of the last ten minutes. Its words are replaced."
        onChoose={put}
      />
      {users.length > 0 && <ShownBy users={users} />}
      <p className="text-small text-quiet">
        By hand: <code className="text-cool">{newest}</code>, and how often it was used:{' '}
        <code className="text-cool">{count}</code>
      </p>
    </div>
  );
}

/** The fields that words can be put into. Cards from rows have the words of their rows. */
const fieldsOf = (show: Show) =>
  show.graphics
    .filter((graphic) => !graphic.cardsFrom)
    .flatMap((graphic) =>
      (templateOf(show, graphic)?.fields ?? [])
        .filter(({ kind }) => kind === 'text' || kind === 'longText' || kind === 'list')
        .map(({ name, label, kind }) => ({
          place: `${graphic.id}/${name}`,
          graphic: graphic.id,
          name,
          says: `${graphic.name}: ${label}`,
          isList: kind === 'list',
        })),
    );
