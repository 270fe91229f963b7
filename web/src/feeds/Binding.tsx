import {
  DndContext,
  DragOverlay,
  MouseSensor,
  pointerWithin,
  TouchSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useState, type ReactNode } from 'react';

/** A press becomes a drag after so many px, and a touch when the finger has rested for so many ms. */
const mouse = { activationConstraint: { distance: 5 } };
const touch = { activationConstraint: { delay: 220, tolerance: 6 } };

/**
 * Where columns are dragged onto fields. Whoever uses the keys chooses the column in the field's own list.
 * @param props.onDrop is told the column's name, and the field's
 */
export function Binding({ onDrop, children }: { onDrop(column: string, field: string): void; children: ReactNode }) {
  const [dragged, setDragged] = useState<string | null>(null);
  const sensors = useSensors(useSensor(MouseSensor, mouse), useSensor(TouchSensor, touch));
  const drop = ({ active, over }: DragEndEvent): void => {
    setDragged(null);
    if (over) onDrop(String(active.data.current?.column), String(over.data.current?.field));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      // The table is long and wide: it must not run away under what is taken out of it.
      autoScroll={false}
      onDragStart={({ active }) => setDragged(String(active.data.current?.column))}
      onDragEnd={drop}
      onDragCancel={() => setDragged(null)}
      accessibility={{ screenReaderInstructions: { draggable: '' } }}
    >
      {children}
      <DragOverlay dropAnimation={null}>
        {dragged !== null && (
          <span className="inline-block max-w-48 cursor-grabbing truncate rounded-lg bg-cool px-2 py-1 font-semibold text-on-cool shadow-[0_6px_20px_#0008]">
            {dragged}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  );
}
