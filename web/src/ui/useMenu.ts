import { useRef, useState, type MouseEvent, type PointerEvent } from 'react';

/** Where a menu was asked for, in px of the window, and what had the focus then. */
export interface MenuPlace {
  x: number;
  y: number;
  focused: Element | null;
}

/** How long a finger rests before that asks for the menu, in ms. */
const hold = 700;

/** What can be done with something, by right-click, the menu key or a finger that rests on it. */
export function useMenu() {
  const [place, setPlace] = useState<MenuPlace | null>(null);
  const timer = useRef(0);
  const letGo = (): void => clearTimeout(timer.current);
  const open = (x: number, y: number): void => {
    letGo();
    setPlace({ x, y, focused: document.activeElement });
  };
  return {
    /** Null = it is shut. */
    place,
    close: () => setPlace(null),
    /** For a button that opens it beneath itself. */
    button: {
      onClick: ({ currentTarget }: MouseEvent) => {
        const { left, bottom } = currentTarget.getBoundingClientRect();
        open(left, bottom + 2);
      },
    },
    /** For the element that it is about. */
    asked: {
      onContextMenu: (event: MouseEvent) => {
        event.preventDefault();
        open(event.clientX, event.clientY);
      },
      onPointerDown: ({ pointerType, clientX, clientY }: PointerEvent) => {
        letGo();
        if (pointerType !== 'mouse') timer.current = window.setTimeout(() => open(clientX, clientY), hold);
      },
      onPointerMove: ({ pointerType }: PointerEvent) => pointerType !== 'mouse' && letGo(),
      onPointerUp: letGo,
      onPointerCancel: letGo,
    },
  };
}
