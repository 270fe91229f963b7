import clsx from 'clsx';
import { PenLine, Plus } from 'lucide-react';
import { act } from '../show/actions';
import { useShow } from '../show/show';
import { Key, keyHint } from '../ui/Button';
import { SignButton } from '../ui/SignButton';
import { editPage } from './pageEditing';
import { showPage, useDeskPage } from './deskView';

/** The pages of the desk by name. */
export function PageRow() {
  const pages = useShow((show) => show.deskPages);
  const current = useDeskPage();
  if (pages.length === 0) return null;
  return (
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
