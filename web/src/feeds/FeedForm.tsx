import type { Schemas } from '../api/client';
import { KeptText } from '../show/KeptText';
import { Choose } from '../ui/Choose';
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
        <KeptText
          aria-label="Where the rows are"
          value={form.rows ?? ''}
          spellCheck={false}
          title="Where the rows are. Empty: they are looked for."
          placeholder={form.kind === 'json' ? 'rows at, such as /data/rows' : 'rows at, such as /garden/reading'}
          isWhole={() => false}
          onKeep={(rows) => onChange({ rows })}
          className="w-52!"
        />
      )}
    </>
  );
}
