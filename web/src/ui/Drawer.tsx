import clsx from 'clsx';
import { Popover } from 'radix-ui';
import type { ComponentProps, ReactNode } from 'react';

interface Props extends Pick<ComponentProps<typeof Popover.Content>, 'align' | 'alignOffset' | 'className'> {
  label: string;
  /** The button that opens it. */
  trigger: ReactNode;
  /** Whether it stays open while other things are pressed, and the desk's keys work: its button and Esc close it. */
  stays?: boolean;
  children: ReactNode;
}

/** Opens upwards from the foot of the desk. */
export function Drawer({ label, trigger, stays, align, alignOffset, className, children }: Props) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align={align}
          alignOffset={alignOffset}
          sideOffset={6}
          aria-label={label}
          data-hears-keys={stays || undefined}
          onInteractOutside={(event) => stays && event.preventDefault()}
          className={clsx(
            'rounded-xl bg-raised p-2 shadow-[0_12px_40px_#000a,inset_0_0_0_1px_var(--color-line)]',
            stays ? 'z-20' : 'z-40',
            className,
          )}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
