import {
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  closestCenter,
  useSensor,
  useSensors,
  type Announcements,
  type Modifier,
} from '@dnd-kit/core';
import {
  SortableContext,
  horizontalListSortingStrategy,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useState, type CSSProperties, type ReactNode } from 'react';

const along: Record<'across' | 'down', Modifier> = {
  across: ({ transform }) => ({ ...transform, y: 0 }),
  down: ({ transform }) => ({ ...transform, x: 0 }),
};

/** A press becomes a drag after so many px, and a touch when the finger has rested for so many ms: before that it scrolls. */
const mouse = { activationConstraint: { distance: 5 } };
const touch = { activationConstraint: { delay: 220, tolerance: 6 } };

interface Props {
  /** Of all entries, in their order; also of those that are not drawn. */
  ids: readonly string[];
  direction: 'across' | 'down';
  /** How an entry is called, for those who hear it: “card 4”. */
  nameOf(id: string): string;
  /** `dragged` = the place of the entry under way, which has to stay drawn; null = none. */
  onDrag?(dragged: number | null): void;
  onMove(id: string, to: number): void;
  children: ReactNode;
}

/** A list whose entries are dragged to another place: with the mouse, a finger, or by keys on a handle. */
export function Ordered({ ids, direction, nameOf, onDrag, onMove, children }: Props) {
  const sensors = useSensors(
    useSensor(MouseSensor, mouse),
    useSensor(TouchSensor, touch),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const place = (id: unknown): string => `place ${ids.indexOf(String(id)) + 1} of ${ids.length}`;
  const announcements: Announcements = {
    onDragStart: ({ active }) => `Took ${nameOf(String(active.id))}, at ${place(active.id)}.`,
    onDragOver: ({ over }) => (over ? `Over ${place(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => `Put ${nameOf(String(active.id))} at ${place(over?.id ?? active.id)}.`,
    onDragCancel: ({ active }) => `${nameOf(String(active.id))} stays where it was.`,
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      modifiers={[along[direction]]}
      accessibility={{
        // A list has nothing in it but its entries.
        container: document.body,
        announcements,
        screenReaderInstructions: {
          draggable: 'Space takes it, the arrows move it, Space puts it down, Escape leaves it where it was.',
        },
      }}
      onDragStart={({ active }) => onDrag?.(ids.indexOf(String(active.id)))}
      onDragCancel={() => onDrag?.(null)}
      onDragEnd={({ active, over }) => {
        onDrag?.(null);
        if (over && over.id !== active.id) onMove(String(active.id), ids.indexOf(String(over.id)));
      }}
    >
      <SortableContext
        items={[...ids]}
        strategy={direction === 'across' ? horizontalListSortingStrategy : verticalListSortingStrategy}
      >
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** One entry of an ordered list: what makes it movable. */
export function useOrdered(id: string) {
  const { setNodeRef, listeners, attributes, transform, transition, isDragging } = useSortable({ id });
  const style: CSSProperties = {
    transform: CSS.Translate.toString(transform),
    transition,
    ...(isDragging ? { zIndex: 1, opacity: 0.85 } : {}),
  };
  return { ref: setNodeRef, style, listeners, handle: { ...listeners, ...attributes } };
}

/** Which of a long list are drawn: what is in sight, and the entry that is being dragged. */
export function useDragged() {
  const [dragged, setDragged] = useState<number | null>(null);
  const withDragged = (inSight: number[]): number[] =>
    dragged === null || inSight.includes(dragged) ? inSight : [...inSight, dragged].sort((one, other) => one - other);
  return { setDragged, withDragged };
}
