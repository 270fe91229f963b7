import { Dialog } from 'radix-ui';
import { useState } from 'react';
import type { Graphic, Sheet, Template } from '../show/show';
import { Button } from '../ui/Button';
import { cardEdits } from './cardEdits';
import { Choose } from '../ui/Choose';

interface Props {
  graphic: Graphic;
  template: Template;
  sheet: Sheet;
  onDone(): void;
}

/** Which column belongs to which field: found by name, asked when in doubt. */
export function SheetImport({ graphic, template, sheet, onDone }: Props) {
  const cards = cardEdits(graphic.id);
  const columns = Math.max(...sheet.rows.map((row) => row.length));
  const named = sheet.fields.some((field) => field != null);
  const [head, setHead] = useState(named);
  const [fields, setFields] = useState<(string | null)[]>(() =>
    Array.from({ length: columns }, (_, at) =>
      named ? (sheet.fields[at] ?? null) : (template.fields[at]?.name ?? null),
    ),
  );
  const rows = head ? sheet.rows.slice(1) : sheet.rows;
  const used = fields.filter((field) => field !== null);
  const twice = used.find((field, at) => used.indexOf(field) !== at);

  const bring = async (replace: boolean): Promise<void> => {
    const drafts = rows.map((row) => ({
      words: Object.fromEntries(fields.flatMap((field, at) => (field === null ? [] : [[field, row[at] ?? '']]))),
    }));
    if (await cards.keep((all) => [...(replace ? [] : all), ...drafts])) onDone();
  };

  return (
    <Dialog.Root open onOpenChange={(open) => !open && onDone()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/60" />
        <Dialog.Content className="fixed top-1/2 left-1/2 z-30 grid max-h-[90vh] w-[min(920px,94vw)] -translate-1/2 gap-4 overflow-auto rounded-2xl bg-ground p-5 shadow-[0_20px_80px_#000c,inset_0_0_0_1px_var(--color-line)]">
          <Dialog.Title className="text-base font-bold">
            {rows.length === 1 ? '1 card' : `${rows.length} cards`} for {graphic.name}
          </Dialog.Title>
          <Dialog.Description className="text-quiet">
            Say which column goes into which field. What has the name of a field is there already.
          </Dialog.Description>
          <label className="flex items-center gap-2">
            <input type="checkbox" checked={head} onChange={(event) => setHead(event.target.checked)} />
            The first row holds the names of the columns
          </label>
          <div className="overflow-x-auto rounded-xl bg-panel">
            <table className="w-full border-collapse text-left">
              <thead>
                <tr>
                  {fields.map((field, at) => (
                    <th key={at} className="min-w-40 p-2 font-normal">
                      {head && <span className="mb-1 block truncate text-quiet">{sheet.rows[0]?.[at]}</span>}
                      <Choose
                        label={`Field of column ${at + 1}`}
                        value={field ?? ''}
                        choices={[
                          ['', 'leave it out'],
                          ...template.fields.map((one) => [one.name, one.label] as const),
                        ]}
                        onChoose={(name) => setFields(fields.map((one, place) => (place === at ? name || null : one)))}
                      />
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.slice(0, 4).map((row, at) => (
                  <tr key={at} className="border-t border-ridge">
                    {fields.map((field, column) => (
                      <td
                        key={column}
                        className={field === null ? 'max-w-60 truncate p-2 text-faint' : 'max-w-60 truncate p-2'}
                      >
                        {row[column]}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {twice && <p role="alert">Two columns go into the same field. Leave one of them out.</p>}
          <div className="flex justify-end gap-2">
            <Button kind="bare" onClick={onDone}>
              Cancel
            </Button>
            <Button disabled={!used.length || !!twice} onClick={() => void bring(true)}>
              Put them in place of the {graphic.cards.length} that are there
            </Button>
            <Button kind="cool" disabled={!used.length || !!twice} onClick={() => void bring(false)}>
              Add them
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
