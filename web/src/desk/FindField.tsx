import clsx from 'clsx';
import { useEffect, useRef } from 'react';
import { inputLook } from '../ui/inputLook';
import { lookFor, useShownGraphics } from './deskView';

/** What is looked for on the desk: the map shows what is found as somebody types. */
export function FindField({ find }: { find: string }) {
  const field = useRef<HTMLInputElement>(null);
  const found = useShownGraphics().length;
  // Whoever opens it types at once.
  useEffect(() => field.current?.focus(), []);
  return (
    <span className="ml-auto flex min-w-40 shrink-0 grow items-center gap-2">
      <input
        ref={field}
        type="search"
        aria-label="Find a switch"
        placeholder="Find by name or words"
        value={find}
        onChange={({ target }) => lookFor(target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') lookFor(null);
          if (event.key !== 'Enter' && event.key !== 'ArrowDown') return;
          event.preventDefault();
          document.querySelector<HTMLElement>('[data-map] [data-press]')?.focus();
        }}
        className={clsx(inputLook, 'min-h-8')}
      />
      <span role="status" className="shrink-0 text-small text-quiet">
        {find.trim() && `${found || 'none'} found`}
      </span>
    </span>
  );
}
