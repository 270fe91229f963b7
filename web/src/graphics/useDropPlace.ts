import { useState, type DragEvent } from 'react';

/** A place that something dragged can be dropped on; `over` while it is held there. */
export function useDropPlace(onDrop: () => void) {
  const [over, setOver] = useState(false);
  return {
    over,
    handlers: {
      onDragOver: (event: DragEvent) => {
        event.preventDefault();
        setOver(true);
      },
      onDragLeave: () => setOver(false),
      onDrop: () => {
        setOver(false);
        onDrop();
      },
    },
  };
}
