import { useDroppable } from '@dnd-kit/core';
import clsx from 'clsx';
import type { Schemas } from '../api/client';
import { edits } from '../show/edits';
import { sourceOf } from '../show/mediaValue';
import { templateOf, upCardOf, useShow, type Graphic, type Template } from '../show/show';
import { columnsIn, listFor, typedWords, wordFor } from '../show/words';
import { Choose } from '../ui/Choose';
import { same } from '../ui/Field';

/** Puts a column into a field's words; where cards come from rows, into those of all rows. */
export function bind(
  graphic: Graphic,
  template: Template,
  feed: Schemas['Feed'],
  column: Schemas['ColumnShape'],
  field: string,
): Promise<boolean> {
  const card = upCardOf(graphic);
  const now = typedWords(graphic, card)[field] ?? '';
  const isList = template.fields.find((one) => one.name === field)?.kind === 'list';
  const words = isList ? listFor(feed.id, column, now, feed.kind === 'checklist') : wordFor(column);
  return edits.graphic(graphic.id, { card: graphic.cardsFrom ? undefined : card.id, words: { [field]: words } });
}

interface Props {
  graphic: Graphic;
  feed: Schemas['Feed'];
  shape: Schemas['TableShape'] | undefined;
}

/** The fields of a graphic, to drop columns on. */
export function Fields({ graphic, feed, shape }: Props) {
  const template = useShow((show) => templateOf(show, graphic));
  if (!template || !shape) return null;
  return (
    <ul aria-label={`Fields of ${graphic.name}`} className="grid gap-1">
      {template.fields.map((field) => (
        <OneField key={field.name} graphic={graphic} template={template} field={field} feed={feed} shape={shape} />
      ))}
    </ul>
  );
}

interface FieldProps extends Props {
  shape: Schemas['TableShape'];
  template: Template;
  field: Template['fields'][number];
}

function OneField({ graphic, template, field, feed, shape }: FieldProps) {
  const { setNodeRef, isOver } = useDroppable({ id: `field/${field.name}`, data: { field: field.name } });
  const card = upCardOf(graphic);
  const typed = typedWords(graphic, card)[field.name] ?? field.sample;
  const words = sourceOf(field.kind, typed);
  const bound = columnsIn(words, feed.id, shape);
  const choose = (name: string): void => {
    const column = shape.columns.find((one) => one.name === name);
    if (column) void bind(graphic, template, feed, column, field.name);
    else
      void edits.graphic(graphic.id, {
        card: graphic.cardsFrom ? undefined : card.id,
        words: { [field.name]: graphic.cardsFrom ? '' : field.sample },
      });
  };
  return (
    <li
      ref={setNodeRef}
      className={clsx(
        'grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] items-center gap-2 rounded-lg px-2 py-0.5',
        isOver ? 'bg-cool/25 shadow-[inset_0_0_0_1.5px_var(--color-cool)]' : 'bg-ground',
      )}
    >
      <span className="truncate text-quiet" title={field.label}>
        {field.label}
      </span>
      <Choose
        label={`What fills ${field.label}`}
        bare
        value={bound.length === 1 ? bound[0]! : ''}
        choices={[
          ['', bound.length > 1 ? bound.join(', ') : words && bound.length === 0 ? words : 'nothing yet'],
          ...same(shape.columns.slice(0, 60).map(({ name }) => name)),
        ]}
        onChoose={choose}
        className={clsx('max-w-full truncate', bound.length > 0 && 'text-cool!')}
      />
    </li>
  );
}
