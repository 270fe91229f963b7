import type { Schemas } from '../api/client';
import { sourceOf } from '../show/mediaValue';
import { templateOf, upCardOf, useShow } from '../show/show';
import { columnsIn, typedWords } from '../show/words';
import { Segmented } from '../ui/Segmented';
import { CleanColumns } from './CleanColumns';
import { ColumnHead } from './ColumnHead';
import { FromTheAudience } from './FromTheAudience';
import { RowsTable } from './RowsTable';
import { StandsOn } from './StandsOn';
import { useRows } from './useRows';
import { WhichRows } from './WhichRows';

interface Props {
  feed: Schemas['Feed'];
  state: Schemas['FeedView'] | undefined;
  shape: Schemas['FeedShape'] | undefined;
  /** Which of its tables is seen. */
  table: number;
  onTable(table: number): void;
  /** What a sample makes, while one is tried. */
  tried: Schemas['LookedAt'] | undefined;
}

/** The table that a feed makes: its rows, which of them are used, and what fields its columns fill. */
export function TheTable({ feed, state, shape, table, onTable, tried }: Props) {
  const shown = shape?.tables[table];
  const several = !tried && (shape?.tables.length ?? 0) > 1;
  return (
    <section
      aria-label="The table"
      className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] gap-2 rounded-[14px] bg-panel p-3"
    >
      <div className="flex flex-wrap items-center justify-between gap-x-2 gap-y-1">
        <h2 className="font-semibold whitespace-nowrap">{tried ? 'The table that it would make' : 'The table'}</h2>
        {several && (
          <Segmented
            label="Which table"
            value={String(table)}
            choices={shape!.tables.map(({ name }, at) => ({ value: String(at), words: name || 'first' }))}
            onChoose={(next) => onTable(Number(next))}
          />
        )}
        {!tried && table === 0 && shown && (
          <span className="-mx-2 flex flex-wrap items-center">
            <FromTheAudience feed={feed} />
            <CleanColumns feed={feed} columns={shape.columns} />
            <WhichRows feed={feed} columns={shape.columns} />
            <StandsOn feed={feed} columns={shown.columns.map(({ name }) => name)} />
          </span>
        )}
      </div>
      {tried ? (
        <Tried looked={tried} />
      ) : shown && state ? (
        <Rows key={`${feed.id}/${table}`} feed={feed} table={table} state={state} shape={shown} />
      ) : (
        <p className="text-faint">Nothing has come in yet.</p>
      )}
    </section>
  );
}

interface RowsProps {
  feed: Schemas['Feed'];
  table: number;
  state: Schemas['FeedView'];
  shape: Schemas['TableShape'];
}

function Rows({ feed, table, state, shape }: RowsProps) {
  const count = state.tables[table]?.rows ?? 0;
  const { row, isNew, onSeen } = useRows(feed, table, state.changedAt, count);
  const show = useShow();
  const fills = (name: string): string | undefined => {
    const found = show.graphics.flatMap((graphic) => {
      const words = typedWords(graphic, upCardOf(graphic));
      const fields = templateOf(show, graphic)?.fields ?? [];
      return fields
        .filter((field) => columnsIn(sourceOf(field.kind, words[field.name] ?? ''), feed.id, shape).includes(name))
        .map((field) => `${graphic.name}, ${field.label}`);
    });
    return found.length > 0 ? found.join(' · ') : undefined;
  };
  return (
    <RowsTable
      shape={shape}
      count={count}
      row={row}
      isNew={isNew}
      onSeen={onSeen}
      stands={table === 0 ? state.stand?.at : undefined}
      head={(column) => (
        <ColumnHead
          column={column}
          fills={fills(column.name)}
          isCleaned={table === 0 && feed.cleaning.some((one) => one.column === column.name)}
        />
      )}
    />
  );
}

function Tried({ looked }: { looked: Schemas['LookedAt'] }) {
  const first = looked.tables[0];
  if (!first) return <p className="text-orchid">{looked.trouble}</p>;
  return <RowsTable shape={first.shape} count={first.rows.length} row={(at) => first.rows[at] ?? null} />;
}
