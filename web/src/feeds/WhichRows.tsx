import { ListFilter, Plus, X } from 'lucide-react';
import type { Schemas } from '../api/client';
import { feedEdits } from '../show/feedEdits';
import { nowOf } from '../show/show';
import { KeptNumber } from '../show/KeptNumber';
import { RowTestFields } from '../show/RowTestFields';
import { Button } from '../ui/Button';
import { Choose } from '../ui/Choose';
import { same } from '../ui/Field';
import { SignButton } from '../ui/SignButton';
import { TableDrawer } from './TableDrawer';
import { viewWords } from './viewWords';

type View = Schemas['TableView'];

interface Props {
  feed: Schemas['Feed'];
  /** All columns that came in. */
  columns: readonly string[];
}

/** Which rows of the table are used, and in which order. */
export function WhichRows({ feed, columns }: Props) {
  const { view } = feed;
  const viewNow = (): View => nowOf((show) => show.feeds, feed).view;
  const keep = (change: Partial<View>): Promise<boolean> =>
    feedEdits.feed(feed.id, { view: { ...viewNow(), ...change } });
  const only = (at: number, test: Schemas['RowTest'] | null): Promise<boolean> => {
    const tests = viewNow().only;
    return keep({ only: test ? tests.with(at, test) : tests.filter((_, one) => one !== at) });
  };
  return (
    <TableDrawer
      label="Which rows"
      title="Which rows are used, and in which order"
      className="w-[26.875rem]!"
      words={
        <>
          <ListFilter aria-hidden size={14} /> {viewWords(feed)}
        </>
      }
    >
      <div className="grid gap-1.5">
        <h3 className="font-semibold">Only rows where</h3>
        {view.only.map((test, at) => (
          <span key={at} className="flex items-center gap-1.5">
            <RowTestFields
              label={`Condition ${at + 1}`}
              columns={columns}
              test={test}
              onKeep={(next) => only(at, next)}
            />
            <SignButton label={`Drop condition ${at + 1}`} onClick={() => void only(at, null)}>
              <X aria-hidden size={14} />
            </SignButton>
          </span>
        ))}
        <Button
          kind="bare"
          className="justify-self-start px-1!"
          disabled={columns.length === 0}
          onClick={() => void keep({ only: [...viewNow().only, { column: columns[0]!, is: 'filled' }] })}
        >
          <Plus aria-hidden size={14} /> {view.only.length === 0 ? 'A condition' : 'And another'}
        </Button>
      </div>
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="w-20 text-quiet">In the order of</span>
        <Choose
          label="In the order of"
          value={view.sortBy ?? ''}
          choices={[['', 'the source'], ...same(view.countBy ? [view.countBy, 'count'] : columns)]}
          onChoose={(sortBy) => void keep({ sortBy: sortBy || undefined })}
          className="max-w-44"
        />
        {view.sortBy && (
          <Choose
            label="Which way"
            value={view.descending ? 'down' : 'up'}
            choices={[
              ['up', 'smallest first'],
              ['down', 'greatest first'],
            ]}
            onChoose={(way) => void keep({ descending: way === 'down' })}
          />
        )}
      </div>
      <label className="flex items-center gap-1.5">
        <span className="w-20 text-quiet">At most</span>
        <KeptNumber
          aria-label="At most so many rows"
          min={1}
          step={1}
          mayBeEmpty
          placeholder="all"
          className="w-20!"
          value={view.most == null ? '' : String(view.most)}
          onKeep={(text) => keep({ most: Number(text) || undefined })}
        />
        rows
      </label>
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="w-20 text-quiet">Count</span>
        <Choose
          label="Count the answers in"
          value={view.countBy ?? ''}
          choices={[
            ['', 'nothing: rows as they are'],
            ...columns.map((name) => [name, `the answers in “${name}”`] as const),
          ]}
          onChoose={(countBy) => void keep({ countBy: countBy || undefined, sortBy: undefined })}
          className="max-w-64"
        />
      </div>
      {view.countBy && (
        <p className="text-small text-quiet">A row for each answer, with its “count”, and its “share” of a hundred.</p>
      )}
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="w-20 text-quiet">Told apart by</span>
        <Choose
          label="Rows are told apart by"
          value={feed.keyColumn ?? ''}
          choices={[['', 'their words'], ...columns.map((name) => [name, `the column “${name}”`] as const)]}
          onChoose={(keyColumn) => void feedEdits.feed(feed.id, { keyColumn: keyColumn || null })}
          className="max-w-64"
        />
      </div>
      <p className="text-small text-quiet">
        A column that names each row (a name, a number) keeps a row the same one whatever else of it is changed.
      </p>
    </TableDrawer>
  );
}
