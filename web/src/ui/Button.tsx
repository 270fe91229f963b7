import clsx from 'clsx';
import type { ComponentProps } from 'react';

type Kind = 'plain' | 'lamp' | 'cool' | 'bare';

const looks: Record<Kind, string> = {
  plain: 'bg-ridge text-ink hover:bg-line',
  lamp: 'border-[1.5px] border-lamp text-lamp-soft hover:bg-lamp/15',
  cool: 'bg-cool text-on-cool hover:brightness-110',
  bare: 'text-quiet hover:bg-raised hover:text-ink',
};

/** What a button looks like: for links that stand among buttons. */
export const buttonLook = (kind: Kind): string =>
  clsx(
    'inline-flex min-h-9 items-center justify-center gap-2 rounded-[10px] px-3 py-1.5 font-semibold whitespace-nowrap transition-colors duration-150 disabled:cursor-default disabled:opacity-50',
    looks[kind],
  );

/** A button. Its words say what happens. */
export function Button({ kind = 'plain', className, ...props }: ComponentProps<'button'> & { kind?: Kind }) {
  return <button type="button" {...props} className={clsx(buttonLook(kind), className)} />;
}

/** A key cap. */
export function Key({ children, className }: { children: string; className?: string }) {
  return (
    <kbd
      className={clsx(
        'min-w-5 rounded-[5px] bg-black/20 px-1.5 py-0.5 text-center font-sans text-small font-semibold',
        className,
      )}
    >
      {children}
    </kbd>
  );
}

/** Look of a key cap that only reminds: where nothing can hover there is no keyboard either. */
export const keyHint = '[@media(hover:none)]:hidden';
