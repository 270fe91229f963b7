import { useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { useRef, type ReactNode } from 'react';
import type { Schemas } from '../api/client';
import { columnKindNames } from './kinds';

interface Props {
  shape: Schemas['TableShape'];
  count: number;
  /** A row, as far as it is there; null = it is on its way. */
  row(at: number): readonly string[] | null;
  /** Whether a row is new since the last change. */
  isNew?(row: number): boolean;
  /** The row that the feed stands on; left out: none. */
  stands?: number;
  /** What a column's head is; left out: its name and kind. */
  head?(column: Schemas['ColumnShape']): ReactNode;
  /** Told which rows are in sight. */
  onSeen?(first: number, last: number): void;
}

const rowHeight = 33;
/** Rows that tell how wide the columns are. */
const looked = 40;
const [narrowest, widest] = [7, 34];

/** Rows of a table, of which those in sight are drawn. */
export function RowsTable({ shape, count, row, isNew, stands, head, onSeen }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- its own way of telling what is in sight
  const rows = useVirtualizer({
    count,
    getScrollElement: () => frame.current,
    estimateSize: () => rowHeight,
    overscan: 8,
    onChange: ({ range }) => range && onSeen?.(range.startIndex, range.endIndex),
  });
  const first = Array.from({ length: Math.min(count, looked) }, (_, at) => row(at));
  const widths = shape.columns.map(({ name }, at) => {
    const longest = Math.max(name.length, ...first.map((cells) => cells?.[at]?.length ?? 0));
    const letters = Math.min(widest, Math.max(narrowest, longest)) + 2;
    return `minmax(${letters}ch, ${letters}fr)`;
  });
  const columns = { gridTemplateColumns: `36px ${widths.join(' ')}` };
  return (
    // Whoever uses the keys scrolls it, too.
    <div
      ref={frame}
      role="table"
      tabIndex={0}
      aria-label="Rows"
      aria-rowcount={count + 1}
      className="min-h-0 overflow-auto rounded-lg bg-ground"
    >
      <div className="min-w-max">
        <div
          role="row"
          style={columns}
          className="sticky top-0 z-[1] grid bg-ground shadow-[0_1px_0_var(--color-line)]"
        >
          <span role="columnheader" className="px-2 py-1.5 text-small text-faint">
            row
          </span>
          {shape.columns.map((column) => (
            <span key={column.name} role="columnheader" className="grid">
              {head?.(column) ?? (
                <span className="grid px-2 py-1.5 leading-tight">
                  <b className="truncate font-semibold">{column.name}</b>
                  <span className="text-small text-quiet">{columnKindNames[column.kind]}</span>
                </span>
              )}
            </span>
          ))}
        </div>
        <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map(({ index, start }) => {
            const cells = row(index);
            return (
              <div
                key={index}
                role="row"
                aria-rowindex={index + 2}
                style={{ ...columns, height: rowHeight, transform: `translateY(${start}px)` }}
                aria-current={index === stands || undefined}
                className={clsx(
                  'absolute inset-x-0 grid items-center border-b border-line/40',
                  // The lamp's edge.
                  index === stands && 'bg-[#ffb34714] shadow-[inset_3px_0_0_var(--color-lamp)]',
                )}
              >
                <span role="rowheader" className="px-2 text-small text-faint tabular-nums">
                  {index + 1}
                </span>
                {shape.columns.map((column, at) => (
                  <span
                    key={column.name}
                    role="cell"
                    title={cells?.[at]}
                    data-new={isNew?.(index) || undefined}
                    className={clsx(
                      'truncate px-2',
                      column.kind === 'number' && 'tabular-nums',
                      isNew?.(index) && 'text-cool shadow-[inset_0_-2px_0_var(--color-cool)]',
                    )}
                  >
                    {cells ? cells[at] : '…'}
                  </span>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
