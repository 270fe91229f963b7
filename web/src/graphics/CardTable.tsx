import { useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { ArrowLeft, ChevronUp, ClipboardCopy, Copy, FileUp, GripVertical, Plus, Trash2 } from 'lucide-react';
import { useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { edits } from '../show/edits';
import { useLive } from '../live/live';
import { templateOf, useShow, type Card, type Graphic, type Sheet, type Template } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { Button } from '../ui/Button';
import { KeptText } from '../show/KeptText';

import { FilePick } from '../ui/FilePick';
import { Empty, Page } from '../ui/Page';
import { cardEdits } from './cardEdits';
import { useDropPlace } from './useDropPlace';
import { readMedia } from './mediaValue';
import { SheetImport } from './SheetImport';
import { Choose } from '../ui/Choose';

const rowHeight = 42;

/** All cards of a graphic as a table: type, tab, paste a block from a spreadsheet. */
export function CardTable() {
  const show = useShow();
  const { id } = useParams();
  const graphic = show.graphics.find((one) => one.id === id);
  const template = graphic && templateOf(show, graphic);
  if (!graphic || !template)
    return (
      <Page title="Cards">
        <Empty title="This graphic is gone.">
          <Link to="/graphics" className="text-cool hover:underline">
            To the graphics
          </Link>
        </Empty>
      </Page>
    );
  return <Table graphic={graphic} template={template} />;
}

function Table({ graphic, template }: { graphic: Graphic; template: Template }) {
  const cards = cardEdits(graphic.id);
  const scroller = useRef<HTMLDivElement>(null);
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [dragged, setDragged] = useState<string | null>(null);
  const fields = template.fields;
  // eslint-disable-next-line react-hooks/incompatible-library -- its own way of telling what is in sight
  const rows = useVirtualizer({
    count: graphic.cards.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 8,
  });

  const read = async (text: string): Promise<Sheet | null> => {
    const found = await edits.readSheet(graphic.id, text);
    if (found?.rows.length === 0) toast('There is nothing in it.');
    return found?.rows.length ? found : null;
  };
  const paste = async (event: ClipboardEvent): Promise<void> => {
    const text = event.clipboardData.getData('text/plain');
    const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-cell]');
    // One value pasted into a cell is ordinary typing.
    if (!cell || !/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    const found = await read(text);
    if (!found) return;
    if (found.fields.some((field) => field != null)) {
      setSheet(found);
      return;
    }
    const [row, column] = cell.dataset.cell!.split(',').map(Number) as [number, number];
    const names = fields.slice(column).map((field) => field.name);
    await cards.write(row, names, found.rows);
  };
  const copy = async (): Promise<void> => {
    const quoted = (text: string) => (/[\t\n"]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
    const lines = graphic.cards.map((card) => fields.map((field) => quoted(card.words[field.name] ?? '')).join('\t'));
    await navigator.clipboard.writeText([fields.map((field) => quoted(field.label)).join('\t'), ...lines].join('\n'));
    toast.success(`${graphic.cards.length} cards are on the clipboard, ready for a spreadsheet.`);
  };

  return (
    <Page
      title={`Cards of ${graphic.name}`}
      actions={
        <>
          <UndoButtons />
          <Button kind="bare" onClick={() => void copy()}>
            <ClipboardCopy aria-hidden size={15} /> Copy all
          </Button>
          <FilePick
            accept=".csv,.tsv,.txt,text/csv"
            kind="bare"
            onPick={(file) => void file.text().then(read).then(setSheet)}
          >
            <FileUp aria-hidden size={15} /> Upload a CSV file
          </FilePick>
          <Button kind="cool" onClick={() => void cards.add()}>
            <Plus aria-hidden size={16} /> New card
          </Button>
        </>
      }
    >
      <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-3">
        <p className="flex flex-wrap items-center gap-3 text-quiet">
          <Link to={`/graphics/${graphic.id}`} className="flex items-center gap-1.5 text-cool hover:underline">
            <ArrowLeft aria-hidden size={14} /> Back to the easel
          </Link>
          Type, Tab and Enter; paste a block from a spreadsheet into any cell. Columns with names find their fields by
          name.
        </p>
        <div
          ref={scroller}
          role="grid"
          tabIndex={-1}
          aria-label="Cards"
          aria-rowcount={graphic.cards.length + 1}
          onPaste={(event) => void paste(event)}
          onKeyDown={(event) => move(event, fields.length)}
          className="overflow-auto rounded-xl bg-panel"
        >
          <div role="row" className="sticky top-0 z-10 flex min-w-max bg-raised font-semibold">
            <span role="columnheader" className="w-26 shrink-0 px-3 py-2.5">
              Card
            </span>
            {fields.map((field) => (
              <span role="columnheader" key={field.name} className="w-72 shrink-0 grow px-3 py-2.5">
                {field.label}
              </span>
            ))}
            <span role="columnheader" className="w-32 shrink-0" aria-label="What to do" />
          </div>
          <div className="relative min-w-max" style={{ height: rows.getTotalSize() }}>
            {rows.getVirtualItems().map((item) => (
              <Row
                key={graphic.cards[item.index]!.id}
                top={item.start}
                at={item.index}
                card={graphic.cards[item.index]!}
                graphic={graphic}
                template={template}
                onDrag={setDragged}
                onDrop={() => {
                  if (dragged) void cards.move(dragged, item.index);
                  setDragged(null);
                }}
              />
            ))}
          </div>
        </div>
      </div>
      {sheet && <SheetImport graphic={graphic} template={template} sheet={sheet} onDone={() => setSheet(null)} />}
    </Page>
  );
}

interface RowProps {
  top: number;
  at: number;
  card: Card;
  graphic: Graphic;
  template: Template;
  onDrag(id: string): void;
  onDrop(): void;
}

function Row({ top, at, card, graphic, template, onDrag, onDrop }: RowProps) {
  const cards = cardEdits(graphic.id);
  const place = useDropPlace(onDrop);
  const up = card.id === graphic.up;
  return (
    <div
      role="row"
      aria-rowindex={at + 2}
      {...place.handlers}
      className={clsx(
        'absolute flex w-full items-stretch border-b border-ridge',
        place.over && 'shadow-[0_-3px_0_var(--color-cool)]',
      )}
      style={{ top, height: rowHeight }}
    >
      <span role="rowheader" className="flex w-26 shrink-0 items-center gap-1.5 px-1.5">
        <span
          draggable
          onDragStart={() => onDrag(card.id)}
          title="Drag to another place"
          className="grid size-7 cursor-grab place-items-center text-faint"
        >
          <GripVertical aria-hidden size={14} />
        </span>
        <span className="w-8 text-right text-quiet tabular-nums">{at + 1}</span>
        {up && <span className="text-[11.5px] font-semibold text-lamp-soft">current</span>}
      </span>
      {template.fields.map((field, column) => (
        <span role="gridcell" key={field.name} data-cell={`${at},${column}`} className="w-72 shrink-0 grow p-0.5">
          {field.kind === 'picture' ? (
            <PictureCell
              value={card.words[field.name] ?? ''}
              label={`${field.label} of card ${at + 1}`}
              onKeep={(value) => void edits.graphic(graphic.id, { card: card.id, words: { [field.name]: value } })}
            />
          ) : (
            <KeptText
              aria-label={`${field.label} of card ${at + 1}`}
              long={field.kind === 'longText' || field.kind === 'list'}
              rows={1}
              title={field.kind === 'longText' || field.kind === 'list' ? 'Shift+Enter begins another line' : undefined}
              className="h-full resize-none"
              placeholder={field.sample}
              value={card.words[field.name] ?? ''}
              onKeep={(text, from) => edits.graphic(graphic.id, { card: card.id, words: { [field.name]: text } }, from)}
            />
          )}
        </span>
      ))}
      <span className="flex w-32 shrink-0 items-center justify-end gap-0.5 pr-2 text-quiet">
        <Small label={`Use card ${at + 1}`} disabled={up} onClick={() => void cards.putUp(card.id)}>
          <ChevronUp aria-hidden size={15} />
        </Small>
        <Small label={`Duplicate card ${at + 1}`} onClick={() => void cards.duplicate(card.id)}>
          <Copy aria-hidden size={13} />
        </Small>
        <Small
          label={`Delete card ${at + 1}`}
          disabled={graphic.cards.length === 1}
          onClick={() => void cards.remove([card.id])}
        >
          <Trash2 aria-hidden size={13} />
        </Small>
      </span>
    </div>
  );
}

function Small({ label, ...props }: { label: string } & React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      {...props}
      className="grid size-8 place-items-center rounded-md hover:bg-ridge hover:text-ink disabled:opacity-40"
    />
  );
}

/** A picture of those that were brought in before; new ones come in on the easel. */
function PictureCell({ value, label, onKeep }: { value: string; label: string; onKeep(value: string): void }) {
  const assets = useLive((live) => [...live.assets.values()]);
  const chosen = readMedia(value)?.asset ?? '';
  return (
    <span className="flex h-full items-center gap-2 px-1">
      {chosen && <img src={`/assets/${chosen}`} alt="" className="size-8 rounded-md object-cover" />}
      <Choose
        label={label}
        value={chosen}
        choices={[
          ['', 'none'],
          ...assets.filter((asset) => !asset.type.startsWith('font/')).map((asset) => [asset.id, asset.name] as const),
        ]}
        onChoose={onKeep}
        className="h-8 flex-1"
      />
    </span>
  );
}

/** Enter and the arrows go up and down; Tab goes across by itself. In words of several lines Shift+Enter begins another. */
function move(event: KeyboardEvent, columns: number): void {
  const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-cell]');
  const by = event.key === 'Enter' || event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  const { target } = event;
  // Lists open by these keys, and within several lines the arrows go from line to line.
  if (!cell || by === 0 || columns === 0 || target instanceof HTMLButtonElement) return;
  if (
    target instanceof HTMLTextAreaElement &&
    (event.shiftKey || (event.key !== 'Enter' && target.value.includes('\n')))
  )
    return;
  const [row, column] = cell.dataset.cell!.split(',').map(Number) as [number, number];
  const next = document.querySelector<HTMLElement>(
    `[data-cell="${row + by},${column}"] :is(input,textarea,[role=combobox])`,
  );
  event.preventDefault();
  next?.focus();
  next?.scrollIntoView({ block: 'nearest' });
}
