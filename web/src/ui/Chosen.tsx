import clsx from 'clsx';
import { ChevronDown } from 'lucide-react';
import type { ComponentProps } from 'react';
import { inputLook } from './inputLook';

interface Props extends ComponentProps<'button'> {
  /** Where no label points to it. */
  label?: string;
  /** Whether it is no field but a word among others. */
  bare?: boolean;
}

/** What is chosen, with the sign that a list opens from it. */
export function Chosen({ label, bare, className, children, ...button }: Props) {
  return (
    <button
      type="button"
      role="combobox"
      aria-expanded={false}
      {...button}
      aria-label={label}
      className={clsx(
        'flex min-w-0 items-center justify-between gap-1.5 text-left',
        bare ? 'rounded-md px-1 text-quiet hover:bg-panel' : inputLook,
        className,
      )}
    >
      <span className="truncate">{children}</span>
      <ChevronDown aria-hidden size={14} className="shrink-0 text-quiet" />
    </button>
  );
}
