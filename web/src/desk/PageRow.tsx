import clsx from 'clsx';
import { PenLine, Plus } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { act } from '../show/actions';
import { useShow } from '../show/show';
import { Key, keyHint } from '../ui/Button';
import { inputLook } from '../ui/inputLook';
import { SignButton } from '../ui/SignButton';
import { editPage } from './pageEditing';
import { lookFor, showPage, useDeskPage, useFind, useShownGraphics } from './deskView';

/** The pages of the desk by name, and what is looked for. Where there are neither there is nothing to see. */
export function PageRow() {
  const pages = useShow((show) => show.deskPages);
  const current = useDeskPage();
  const find = useFind();
  if (pages.length === 0 && find === null) return null;
  return (
    <div className="flex min-w-0 items-center gap-1.5">
      {pages.length > 0 && (
        <nav aria-label="Pages of the desk" className="flex min-w-0 gap-1 overflow-x-auto">
          <PageButton name="All" isCurrent={!current} onClick={() => showPage(null)} />
          {pages.map((page) => (
            <PageButton
              key={page.id}
              name={page.name}
              hint={page.key}
              isCurrent={page.id === current?.id}
              onClick={() => showPage(page.id)}
            />
          ))}
          {current && (
            <SignButton label={`Change the page ${current.name}`} onClick={() => editPage(current.id)}>
              <PenLine aria-hidden size={14} />
            </SignButton>
          )}
          <SignButton label="A new page of the desk" onClick={() => void act('deskPage/new')}>
            <Plus aria-hidden size={14} />
          </SignButton>
        </nav>
      )}
      {find !== null && <FindField find={find} />}
    </div>
  );
}

interface ButtonProps {
  name: string;
  hint?: string | null;
  isCurrent: boolean;
  onClick(): void;
}

function PageButton({ name, hint, isCurrent, onClick }: ButtonProps) {
  return (
    <button
      type="button"
      aria-pressed={isCurrent}
      onClick={onClick}
      className={clsx(
        'flex min-h-8 shrink-0 items-center gap-1.5 rounded-[10px] px-3 whitespace-nowrap text-quiet hover:bg-panel hover:text-ink',
        'aria-pressed:bg-ridge aria-pressed:font-semibold aria-pressed:text-ink',
      )}
    >
      {name}
      {hint && <Key className={keyHint}>{hint.toUpperCase()}</Key>}
    </button>
  );
}

function FindField({ find }: { find: string }) {
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
