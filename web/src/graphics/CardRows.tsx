import { createColumnHelper, rowSelectionFeature, tableFeatures, useTable } from '@tanstack/react-table';
import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import { Copy, Trash2 } from 'lucide-react';
import { useMemo, useRef, type ClipboardEvent, type KeyboardEvent } from 'react';
import type { Card, Graphic, Template } from '../show/show';
import { Button } from '../ui/Button';
import { Ordered, useDragged } from '../ui/Ordered';
import { cardEdits } from './cardEdits';
import { CardCell, CardRow } from './CardRow';

const rowHeight = 42;

const features = tableFeatures({ rowSelectionFeature });
const column = createColumnHelper<typeof features, Card>();

interface Props {
  graphic: Graphic;
  template: Template;
  /** Those that are shown: all, or what was looked for. */
  shown: Card[];
  /** Words that were pasted into a cell: the card's place among all, the field's among the fields. */
  onPaste(event: ClipboardEvent, card: number, field: number): void;
}

/** Cards as rows, of which those in sight are drawn. Several can be chosen: a tick, with Shift all between. */
export function CardRows({ graphic, template, shown, onPaste }: Props) {
  const cards = cardEdits(graphic.id);
  const scroller = useRef<HTMLDivElement>(null);
  const { setDragged, withDragged } = useDragged();
  const columns = useMemo(() => columnsOf(template), [template]);
  const table = useTable({ features, columns, data: shown, getRowId: (card) => card.id });
  const placeOf = useMemo(() => new Map(graphic.cards.map((card, at) => [card.id, at])), [graphic.cards]);
  const { rows } = table.getRowModel();
  // Of those that are gone by now nothing is chosen.
  const chosen = rows.filter((row) => row.getIsSelected()).map((row) => row.id);
  // eslint-disable-next-line react-hooks/incompatible-library -- its own way of telling what is in sight
  const sight = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    rangeExtractor: (range) => withDragged(defaultRangeExtractor(range)),
    overscan: 8,
  });

  return (
    <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <Several
        count={chosen.length}
        all={graphic.cards.length}
        onDuplicate={() => void cards.duplicate(...chosen)}
        onDelete={() => void cards.remove(chosen)}
        onNone={() => table.resetRowSelection(true)}
      />
      <div
        ref={scroller}
        role="grid"
        tabIndex={-1}
        aria-label="Cards"
        aria-rowcount={rows.length + 1}
        onPaste={(event) => {
          const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-cell]');
          if (!cell) return;
          const [row, field] = placeOfCell(cell);
          onPaste(event, placeOf.get(rows[row]!.id)!, field);
        }}
        onKeyDown={move}
        className="row-start-2 overflow-auto rounded-xl bg-panel"
      >
        <div role="row" className="sticky top-0 z-10 flex min-w-max bg-raised font-semibold">
          <span role="columnheader" className="flex w-38 shrink-0 items-center gap-2 px-3 py-2.5">
            <input
              type="checkbox"
              aria-label="Choose all cards"
              checked={table.getIsAllRowsSelected()}
              onChange={table.getToggleAllRowsSelectedHandler()}
              className="size-4 accent-(--color-cool)"
            />
            Card
          </span>
          {table.getFlatHeaders().map((header) => (
            <span role="columnheader" key={header.id} className="w-72 shrink-0 grow px-3 py-2.5">
              <table.FlexRender header={header} />
            </span>
          ))}
          <span role="columnheader" className="w-32 shrink-0" aria-label="What to do" />
        </div>
        <Ordered
          ids={rows.map((row) => row.id)}
          direction="down"
          nameOf={(id) => `card ${placeOf.get(id)! + 1}`}
          onDrag={setDragged}
          onMove={(id, to) => void cards.move(id, placeOf.get(rows[to]!.id)!)}
        >
          <div className="relative min-w-max" style={{ height: sight.getTotalSize() }}>
            {sight.getVirtualItems().map((item) => {
              const row = rows[item.index]!;
              return (
                <CardRow
                  key={row.id}
                  top={item.start}
                  height={rowHeight}
                  at={item.index}
                  card={row.original}
                  number={placeOf.get(row.id)! + 1}
                  graphic={graphic}
                  chosen={row.getIsSelected()}
                  onChoose={row.getToggleSelectedHandler()}
                >
                  {template.fields.map((field, at) => (
                    <span
                      role="gridcell"
                      key={field.name}
                      data-cell={`${item.index},${at}`}
                      className="w-72 shrink-0 grow p-0.5"
                    >
                      <CardCell
                        graphic={graphic.id}
                        card={row.original}
                        number={placeOf.get(row.id)! + 1}
                        field={field}
                      />
                    </span>
                  ))}
                </CardRow>
              );
            })}
          </div>
        </Ordered>
      </div>
    </div>
  );
}

interface SeveralProps {
  count: number;
  all: number;
  onDuplicate(): void;
  onDelete(): void;
  onNone(): void;
}

/** What can be done with several cards at once. Its place is always there: rows never slip away from under the pointer. */
function Several({ count, all, onDuplicate, onDelete, onNone }: SeveralProps) {
  const them = count === 1 ? 'it' : 'them';
  return (
    <div role="toolbar" aria-label="The chosen cards" className="mb-2 flex min-h-9 items-center gap-2">
      {count === 0 ? (
        <span className="text-quiet">Tick cards to duplicate or delete several; Shift ticks all between.</span>
      ) : (
        <>
          <span className="font-semibold">{count} chosen</span>
          <Button onClick={onDuplicate}>
            <Copy aria-hidden size={14} /> Duplicate {them}
          </Button>
          <Button
            disabled={count === all}
            title={count === all ? 'One card has to stay' : undefined}
            onClick={onDelete}
          >
            <Trash2 aria-hidden size={14} /> Delete {them}
          </Button>
          <Button kind="bare" onClick={onNone}>
            Choose none
          </Button>
        </>
      )}
    </div>
  );
}

const columnsOf = (template: Template) =>
  template.fields.map((field) => column.display({ id: field.name, header: field.label }));

const placeOfCell = (cell: HTMLElement): [number, number] =>
  cell.dataset.cell!.split(',').map(Number) as [number, number];

/** Enter and the arrows go up and down; Tab goes across by itself. In words of several lines Shift+Enter begins another. */
function move(event: KeyboardEvent): void {
  const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-cell]');
  const by = event.key === 'Enter' || event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  const { target } = event;
  // Lists open by these keys, and within several lines the arrows go from line to line.
  if (!cell || by === 0 || target instanceof HTMLButtonElement) return;
  if (
    target instanceof HTMLTextAreaElement &&
    (event.shiftKey || (event.key !== 'Enter' && target.value.includes('\n')))
  )
    return;
  const [row, field] = placeOfCell(cell);
  const next = document.querySelector<HTMLElement>(
    `[data-cell="${row + by},${field}"] :is(input,textarea,[role=combobox])`,
  );
  event.preventDefault();
  next?.focus();
  next?.scrollIntoView({ block: 'nearest' });
}
