import { Popover } from 'radix-ui';
import { isFocusFree } from './isFocusFree';
import { useRef, type ComponentProps, type RefObject } from 'react';
import { useMatch } from './useMatch';

interface Props extends Omit<ComponentProps<typeof Popover.Content>, 'children'> {
  /** What it belongs to. */
  anchor: RefObject<HTMLElement | null>;
  /** What it stands beside; left out: what it belongs to. */
  at?: RefObject<HTMLElement | null>;
  children: React.ReactNode;
  /** Left out: nothing that is done elsewhere closes it, and it never takes the focus. */
  onClose?(): void;
}

/** Something over the page, beside what it belongs to. */
export function PoppedBox({ anchor, at = anchor, onClose, onInteractOutside, side, ...content }: Props) {
  // A phone has no room beside anything.
  const narrow = useMatch('(max-width: 40rem)');
  const elsewhere = useRef(false);
  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose?.()}>
      <Popover.Anchor virtualRef={at as RefObject<HTMLElement>} />
      <Popover.Portal>
        <Popover.Content
          {...content}
          side={narrow ? 'bottom' : side}
          onOpenAutoFocus={(event) => !onClose && event.preventDefault()}
          onInteractOutside={(event) => {
            onInteractOutside?.(event);
            // Its own button closes it by itself.
            if (anchor.current?.contains(event.target as Node)) event.preventDefault();
            elsewhere.current = !event.defaultPrevented;
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (onClose && !elsewhere.current && isFocusFree()) anchor.current?.focus();
          }}
        />
      </Popover.Portal>
    </Popover.Root>
  );
}
