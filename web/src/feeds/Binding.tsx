import { DndContext, MouseSensor, TouchSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import type { ReactNode } from 'react';

/** A press becomes a drag after so many px, and a touch when the finger has rested for so many ms. */
const mouse = { activationConstraint: { distance: 5 } };
const touch = { activationConstraint: { delay: 220, tolerance: 6 } };

/**
 * Where columns are dragged onto fields. Whoever uses the keys chooses the column in the field's own list.
 * @param props.onDrop is told the column's name, and the field's
 */
export function Binding({ onDrop, children }: { onDrop(column: string, field: string): void; children: ReactNode }) {
  const sensors = useSensors(useSensor(MouseSensor, mouse), useSensor(TouchSensor, touch));
  const drop = ({ active, over }: DragEndEvent): void => {
    if (over) onDrop(String(active.data.current?.column), String(over.data.current?.field));
  };
  return (
    <DndContext sensors={sensors} onDragEnd={drop} accessibility={{ screenReaderInstructions: { draggable: '' } }}>
      {children}
    </DndContext>
  );
}
