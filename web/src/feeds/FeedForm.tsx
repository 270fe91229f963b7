import type { Schemas } from '../api/client';
import { KeptText } from '../show/KeptText';
import { Choose } from '../ui/Choose';
import { Field } from '../ui/Field';
import { firstRowChoices, hasFirstRow, hasRows, kindChoices, type Kind } from './kinds';

export type Form = Pick<Schemas['Feed'], 'kind' | 'rows' | 'firstRow'>;

/** How a source is read. */
export function FeedForm({ form, onChange }: { form: Form; onChange(form: Partial<Form>): Promise<boolean> }) {
  return (
    <>
      <Choose
        label="What it is"
        bare
        value={form.kind}
        choices={kindChoices}
        onChoose={(kind) => void onChange({ kind: kind as Kind })}
      />
      {hasFirstRow(form.kind) && (
        <Choose
          label="Its first row"
          bare
          value={form.firstRow}
          choices={firstRowChoices}
          onChoose={(firstRow) => void onChange({ firstRow: firstRow as Form['firstRow'] })}
        />
      )}
      {hasRows(form.kind) && (
        <Field
          label="Where the rows are"
          render={(id) => (
            <KeptText
              id={id}
              value={form.rows ?? ''}
              spellCheck={false}
              placeholder={form.kind === 'json' ? 'looked for; or /data/rows' : 'looked for; or /garden/reading'}
              onKeep={(rows) => onChange({ rows })}
            />
          )}
        />
      )}
    </>
  );
}
