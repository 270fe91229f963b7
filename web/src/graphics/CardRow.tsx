import clsx from 'clsx';
import { ChevronUp, Copy, GripVertical, Trash2 } from 'lucide-react';
import type { MouseEvent, ReactNode } from 'react';
import { edits } from '../show/edits';
import { KeptText } from '../show/KeptText';
import type { Card, Graphic, Template } from '../show/show';
import { useOrdered } from '../ui/Ordered';
import { SignButton } from '../ui/SignButton';
import { cardEdits } from './cardEdits';
import { PictureCell } from '../fields/PictureCell';

interface RowProps {
  /** px from the upper edge of the first row. */
  top: number;
  height: number;
  /** The place among the rows that are shown, from 0. */
  at: number;
  card: Card;
  number: number;
  graphic: Graphic;
  chosen: boolean;
  onChoose(event: MouseEvent): void;
  children: ReactNode;
}

/** A card as a row of the table: its number, its words, and what can be done with it. */
export function CardRow({ top, height, at, card, number, graphic, chosen, onChoose, children }: RowProps) {
  const cards = cardEdits(graphic.id);
  const { ref, style, handle } = useOrdered(card.id);
  const up = card.id === graphic.up;
  return (
    <div
      ref={ref}
      role="row"
      aria-rowindex={at + 2}
      aria-selected={chosen}
      className={clsx('absolute flex w-full items-stretch border-b border-ridge', chosen ? 'bg-raised' : 'bg-panel')}
      style={{ top, height, ...style }}
    >
      <span role="rowheader" className="flex w-38 shrink-0 items-center gap-1 pl-3">
        <input
          type="checkbox"
          aria-label={`Choose card ${number}`}
          checked={chosen}
          onClick={onChoose}
          onChange={() => undefined}
          className="size-4 accent-(--color-cool)"
        />
        <button
          type="button"
          {...handle}
          aria-label={`Move card ${number}`}
          title="Drag to another place"
          className="grid size-7 cursor-grab touch-manipulation place-items-center rounded-md text-faint hover:text-ink"
        >
          <GripVertical aria-hidden size={14} />
        </button>
        <span className="min-w-5 text-right text-quiet tabular-nums">{number}</span>
        {up && <span className="ml-1 text-small font-semibold text-lamp-soft">current</span>}
      </span>
      {children}
      <span role="gridcell" className="flex w-32 shrink-0 items-center justify-end gap-0.5 pr-2 text-quiet">
        <SignButton label={`Use card ${number}`} disabled={up} onClick={() => void cards.putUp(card.id)}>
          <ChevronUp aria-hidden size={15} />
        </SignButton>
        <SignButton label={`Duplicate card ${number}`} onClick={() => void cards.duplicate(card.id)}>
          <Copy aria-hidden size={13} />
        </SignButton>
        <SignButton
          label={`Delete card ${number}`}
          disabled={graphic.cards.length === 1}
          onClick={() => void cards.remove([card.id])}
        >
          <Trash2 aria-hidden size={13} />
        </SignButton>
      </span>
    </div>
  );
}

type Field = Template['fields'][number];

/** What a field of a card holds, to be typed or chosen. */
export function CardCell({
  graphic,
  card,
  number,
  field,
}: {
  graphic: string;
  card: Card;
  number: number;
  field: Field;
}) {
  const label = `${field.label} of card ${number}`;
  const value = card.words[field.name] ?? '';
  const keep = (text: string, from?: number) =>
    edits.graphic(graphic, { card: card.id, words: { [field.name]: text } }, from);
  if (field.kind === 'picture') return <PictureCell value={value} label={label} onKeep={(next) => void keep(next)} />;
  const isLong = field.kind === 'longText' || field.kind === 'list';
  return (
    <KeptText
      aria-label={label}
      long={isLong}
      rows={1}
      title={isLong ? 'Shift+Enter begins another line' : undefined}
      className="h-full resize-none"
      placeholder={field.sample}
      value={value}
      onKeep={keep}
    />
  );
}
