import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { GripVertical, Plus, RotateCcw, Trash2, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useEffect, useRef, type ClipboardEvent, type KeyboardEvent } from 'react';
import { KeptText } from '../show/KeptText';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { ColourPick } from '../ui/ColourPick';
import { Ordered, useDragged, useOrdered } from '../ui/Ordered';
import { SignButton } from '../ui/SignButton';
import { linesIn, moved, textOf, type Line, type Shape } from './lines';
import { PictureCell } from './PictureCell';

/** In px, with the room to the next one. */
const [rowHeight, rowGap] = [44, 4];

interface Props {
  /** What the list is called. */
  label: string;
  about: string;
  shape: Shape;
  value: string;
  /** The same with the edits on their way. */
  valueNow(): string;
  onKeep(text: string, from?: number): Promise<boolean>;
  onClose(): void;
}

/** A list line by line, each with its columns: what a ticker, a roll or a table has to tell. */
export function Lines({ onClose, ...props }: Props) {
  const count = linesIn(props.value, props.shape).length;
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/60" />
        <Dialog.Content className="fixed inset-y-6 right-6 z-30 grid w-[min(860px,92vw)] grid-rows-[auto_auto_1fr] gap-3 rounded-2xl bg-panel p-5 shadow-[0_20px_60px_#000a]">
          <div className="flex items-start justify-between">
            <Dialog.Title className="text-title font-bold">
              {props.label}{' '}
              <span className="font-normal text-quiet">· {count === 1 ? '1 line' : `${count} lines`}</span>
            </Dialog.Title>
            <Dialog.Close aria-label="Close" className="text-quiet hover:text-ink">
              <X aria-hidden size={18} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="text-quiet">{props.about}</Dialog.Description>
          <LineList {...props} onClose={onClose} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** The lines, of which those in sight are drawn. */
function LineList({ label, shape, value, valueNow, onKeep, onClose }: Props) {
  const lines = linesIn(value, shape);
  const linesNow = (): Line[] => linesIn(valueNow(), shape);
  const keep = (next: readonly Line[], from?: number): Promise<boolean> => onKeep(textOf(next, shape), from);
  const scroller = useRef<HTMLDivElement>(null);
  const { setDragged, withDragged } = useDragged();
  // eslint-disable-next-line react-hooks/incompatible-library -- its own way of telling what is in sight
  const sight = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    rangeExtractor: (range) => withDragged(defaultRangeExtractor(range)),
    overscan: 6,
  });
  // The line that is to be typed into once it is there, and in sight.
  const wanted = useRef<number | null>(null);
  useEffect(() => {
    if (wanted.current === null || wanted.current >= lines.length) return;
    const line = scroller.current?.querySelector<HTMLElement>(`[data-line="${wanted.current}"] input:not([type])`);
    if (!line) return sight.scrollToIndex(wanted.current);
    line.focus();
    wanted.current = null;
  });
  const insert = (at: number, fresh: Line[], before: readonly Line[] = linesNow()): void => {
    wanted.current = at;
    void keep([...before.slice(0, at), ...fresh, ...before.slice(at)]);
  };
  // An empty line gives its place to what is pasted into it.
  const paste = (at: number, fresh: Line[]): void => {
    const now = linesNow();
    const onto = isSpace(now[at]);
    insert(onto ? at : at + 1, fresh, onto ? now.filter((_, place) => place !== at) : now);
  };
  const changed = (at: number, change: Change): Line[] =>
    linesNow().map((one, place) => (place === at ? change(one) : one));
  const empty = (): Line => ({ mark: '', cells: [] });
  return (
    <div className="grid min-h-0 grid-rows-[1fr_auto] gap-3">
      <div ref={scroller} className="min-h-0 overflow-y-auto pr-1">
        <Ordered
          ids={lines.map((_, at) => String(at))}
          direction="down"
          nameOf={(id) => `line ${Number(id) + 1}`}
          onDrag={setDragged}
          onMove={(id, to) => void keep(moved(linesNow(), Number(id), to))}
        >
          <ul aria-label={label} className="relative" style={{ height: sight.getTotalSize() }}>
            {sight.getVirtualItems().map(({ index: at, start }) => (
              <LineRow
                key={at}
                at={at}
                top={start}
                of={lines.length}
                line={lines[at]!}
                shape={shape}
                onKeep={(change, from) => keep(changed(at, change), from)}
                onEnter={(typed) => insert(at + 1, [empty()], changed(at, typed))}
                onPaste={(fresh) => paste(at, fresh)}
                onRemove={() => void keep(linesNow().filter((_, place) => place !== at))}
              />
            ))}
          </ul>
        </Ordered>
      </div>
      <div className="flex justify-between gap-2">
        <Button kind="bare" onClick={() => insert(lines.length, [empty()])}>
          <Plus aria-hidden size={14} /> Add a line
        </Button>
        <Button kind="cool" onClick={onClose}>
          Done
        </Button>
      </div>
    </div>
  );
}

const isSpace = (line: Line | undefined): boolean => line?.cells.every((cell) => cell === '') ?? false;

/** What becomes of a line, as it stands by then. */
type Change = (line: Line) => Line;

interface RowProps {
  at: number;
  /** In px from the first one's upper edge. */
  top: number;
  /** How many there are: those out of sight are not drawn. */
  of: number;
  line: Line;
  shape: Shape;
  onKeep(change: Change, from?: number): Promise<boolean>;
  /** Another line is wanted after this one, as it is typed so far. */
  onEnter(typed: Change): void;
  onPaste(lines: Line[]): void;
  onRemove(): void;
}

function LineRow({ at, top, of, line, shape, onKeep, onEnter, onPaste, onRemove }: RowProps) {
  const { ref, style, handle } = useOrdered(String(at));
  const number = at + 1;
  const withCell =
    (column: number, text: string): Change =>
    (now) => ({ ...now, cells: now.cells.map((cell, place) => (place === column ? text : cell)) });
  const set = (column: number, text: string, from?: number): Promise<boolean> => onKeep(withCell(column, text), from);
  // Before the field keeps what is typed by itself: both go in one edit.
  const enter = (event: KeyboardEvent): void => {
    const { target } = event;
    if (event.key !== 'Enter' || !(target instanceof HTMLInputElement) || !target.dataset.column) return;
    event.stopPropagation();
    onEnter(withCell(Number(target.dataset.column), target.value));
  };
  // What comes from a sheet, or another program, is as many lines as it has.
  const paste = (event: ClipboardEvent): void => {
    const text = event.clipboardData.getData('text/plain').replace(/\r\n?/g, '\n').replace(/\n$/, '');
    if (!text.includes('\n') && !text.includes('\t')) return;
    event.preventDefault();
    onPaste(linesIn(text, shape));
  };
  return (
    <li
      ref={ref}
      style={{ top, height: rowHeight - rowGap, ...style }}
      data-line={at}
      aria-posinset={number}
      aria-setsize={of}
      onKeyDownCapture={enter}
      onPaste={paste}
      className="absolute flex w-full items-center gap-1.5 rounded-lg bg-raised px-1"
    >
      <SignButton label={`Move line ${number}`} {...handle} className="cursor-grab">
        <GripVertical aria-hidden size={14} />
      </SignButton>
      {shape.marks && (
        <input
          type="checkbox"
          aria-label={`Mark line ${number}`}
          title="Marked lines look different, as the template says"
          checked={line.mark === '[x]'}
          onChange={(event) => {
            const mark = event.target.checked ? '[x]' : '[ ]';
            void onKeep((now) => ({ ...now, mark }));
          }}
          className="mx-1 size-4 shrink-0 accent-(--color-cool)"
        />
      )}
      {line.cells.slice(0, shape.columns).map((cell, column) => (
        <span key={column} className={column + 1 === shape.tone ? 'flex items-center' : 'min-w-0 flex-1'}>
          {column + 1 === shape.tone ? (
            <Tone line={number} value={cell} onKeep={(next) => void set(column, next)} />
          ) : shape.pictures.includes(column + 1) ? (
            <PictureCell value={cell} label={`Picture of line ${number}`} onKeep={(next) => void set(column, next)} />
          ) : (
            <KeptText
              aria-label={column === 0 ? `Line ${number}` : `Line ${number}, column ${column + 1}`}
              data-column={column}
              emphasis
              placeholder={column === 0 && isSpace(line) ? 'an empty line' : undefined}
              value={cell}
              onKeep={(text, from) => set(column, text, from)}
            />
          )}
        </span>
      ))}
      <SignButton label={`Remove line ${number}`} onClick={onRemove}>
        <Trash2 aria-hidden size={13} />
      </SignButton>
    </li>
  );
}

/** The colour of an item: the brand's accent, or one of its own. */
function Tone({ line, value, onKeep }: { line: number; value: string; onKeep(value: string): void }) {
  const palette = useShow((show) => show.brand.palette);
  // It may be named by its role.
  const shown = { ...palette }[value || 'accent'] ?? value;
  return (
    <>
      <ColourPick
        label={`Colour of line ${line}`}
        value={shown}
        onKeep={onKeep}
        className={clsx('size-8 rounded-md', !value && 'opacity-40')}
      />
      <SignButton
        label={`Line ${line} has the brand’s colour`}
        disabled={!value}
        onClick={() => onKeep('')}
        className="size-7!"
      >
        <RotateCcw aria-hidden size={12} />
      </SignButton>
    </>
  );
}
