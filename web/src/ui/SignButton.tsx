import clsx from 'clsx';
import type { ComponentProps } from 'react';

/** A small button that is a sign alone; its label says what happens, to whoever points at it too. */
export function SignButton({ label, className, ...props }: { label: string } & ComponentProps<'button'>) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      {...props}
      className={clsx(
        'grid size-8 shrink-0 place-items-center rounded-md text-quiet hover:bg-ridge hover:text-ink disabled:opacity-40 aria-pressed:text-cool',
        className,
      )}
    />
  );
}
