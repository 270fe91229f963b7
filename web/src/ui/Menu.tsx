import { isFocusFree } from './isFocusFree';
import clsx from 'clsx';
import { DropdownMenu } from 'radix-ui';
import { createPortal } from 'react-dom';
import type { ComponentProps, ReactNode } from 'react';
import { menuItem, menuLook } from './menuLook';
import type { MenuPlace } from './useMenu';

interface Props {
  label: string;
  at: MenuPlace;
  onClose(): void;
  /** What wants the focus once it is shut; left out: what had it before. */
  onClosed?(): boolean;
  children: ReactNode;
}

/** A menu where it was asked for. */
export function Menu({ label, at, onClose, onClosed, children }: Props) {
  return (
    <DropdownMenu.Root open onOpenChange={(open) => !open && onClose()}>
      {/* A row that is laid out by itself is the frame of what is “fixed” in it: the menu has its place in the page. */}
      {createPortal(
        <DropdownMenu.Trigger asChild>
          <span aria-hidden className="fixed size-0" style={{ left: at.x, top: at.y }} />
        </DropdownMenu.Trigger>,
        document.body,
      )}
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={2}
          aria-label={label}
          aria-labelledby={undefined}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (!onClosed?.() && at.focused instanceof HTMLElement && isFocusFree()) at.focused.focus();
          }}
          className={menuLook}
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

export function MenuItem({ className, ...item }: ComponentProps<typeof DropdownMenu.Item>) {
  return <DropdownMenu.Item {...item} className={clsx(menuItem, className)} />;
}

export function MenuLine() {
  return <DropdownMenu.Separator className="my-1.5 h-px bg-line" />;
}
