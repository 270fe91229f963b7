import clsx from 'clsx';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';

interface Props {
  label: string;
  /** What it is for, told to whoever points at its button. */
  title: string;
  /** The sign and the words of its button: how it is set now. */
  words: ReactNode;
  className?: string;
  children: ReactNode;
}

/** Something that is set for the whole table, from a button above it. */
export function TableDrawer({ label, title, words, className, children }: Props) {
  return (
    <Drawer
      label={label}
      side="bottom"
      align="end"
      className={clsx('grid w-[25rem] gap-3 p-3!', className)}
      trigger={
        <Button kind="bare" className="min-h-8! px-2! py-1!" title={title}>
          {words}
        </Button>
      }
    >
      {children}
    </Drawer>
  );
}
