import clsx from 'clsx';
import { Slot } from 'radix-ui';
import { useRef, useState, type ReactNode, type RefObject } from 'react';
import { Popped } from './Popped';

interface Props {
  label: string;
  /** The button that opens it. */
  trigger: ReactNode;
  /** Whether it stays open while other things are pressed, and the desk's keys work: its button and Esc close it. */
  stays?: boolean;
  /** Where it opens; left out: upwards. */
  side?: 'top' | 'bottom' | 'left';
  /** What it stands beside; left out: its button. */
  at?: RefObject<HTMLElement | null>;
  align?: 'start' | 'center' | 'end';
  /** From there, in px. */
  alignOffset?: number;
  /** Whether it may hold more than the window has room for: it scrolls. */
  tall?: boolean;
  className?: string;
  children: ReactNode;
}

/** Opens from its button: on the desk upwards from its foot. */
export function Drawer({
  label,
  trigger,
  stays,
  side = 'top',
  at,
  align,
  alignOffset,
  tall,
  className,
  children,
}: Props) {
  const button = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  return (
    <>
      <Slot.Root ref={button} aria-haspopup="dialog" aria-expanded={open} onClick={() => setOpen(!open)}>
        {trigger}
      </Slot.Root>
      {open && (
        <Popped
          anchor={button}
          at={at}
          onClose={() => setOpen(false)}
          side={side}
          align={align}
          alignOffset={alignOffset}
          sideOffset={6}
          aria-label={label}
          data-hears-keys={stays || undefined}
          onInteractOutside={(event) => stays && event.preventDefault()}
          className={clsx(
            'rounded-xl bg-raised p-2 shadow-[0_12px_40px_#000a,inset_0_0_0_1px_var(--color-line)]',
            stays ? 'z-20' : 'z-40',
            tall &&
              'grid max-h-[min(80vh,calc(var(--radix-popover-content-available-height)-12px))] gap-3 overflow-y-auto',
            className,
          )}
        >
          {children}
        </Popped>
      )}
    </>
  );
}
