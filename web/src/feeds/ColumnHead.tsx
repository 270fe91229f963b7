import { useDraggable } from '@dnd-kit/core';
import clsx from 'clsx';
import { Brush, GripVertical } from 'lucide-react';
import type { Schemas } from '../api/client';
import { columnKindNames } from './kinds';

interface Props {
  column: Schemas['ColumnShape'];
  /** The fields that it fills, in words. */
  fills: string | undefined;
  isCleaned: boolean;
}

/** The head of a column: it is dragged onto a field. */
export function ColumnHead({ column, fills, isCleaned }: Props) {
  const { setNodeRef, listeners, isDragging } = useDraggable({
    id: `column/${column.name}`,
    data: { column: column.name },
  });
  return (
    <span
      ref={setNodeRef}
      {...listeners}
      title={`Drag “${column.name}” onto a field`}
      className={clsx('grid cursor-grab touch-none px-2 py-1.5 leading-tight select-none', isDragging && 'opacity-40')}
    >
      <b className="flex min-w-0 items-center gap-1 font-semibold">
        <GripVertical aria-hidden size={11} className="-ml-1.5 shrink-0 opacity-60" />
        <span className="truncate">{column.name}</span>
        {isCleaned && <Brush aria-label="cleaned" size={11} className="shrink-0" />}
      </b>
      <span className={clsx('truncate text-small', fills ? 'text-cool' : 'text-quiet')} title={fills}>
        {fills ? `→ ${fills}` : columnKindNames[column.kind]}
      </span>
    </span>
  );
}
