import clsx from 'clsx';
import { Lock } from 'lucide-react';
import { setLocked } from '../show/lock';

/** For the pocket: nothing is pressed but what makes all dark. */
export function LockButton({ className }: { className?: string }) {
  return (
    <button
      type="button"
      onClick={() => setLocked(true)}
      className={clsx('flex min-h-12 items-center justify-center gap-1.5 rounded-[10px] px-3 text-quiet', className)}
    >
      <Lock aria-hidden size={16} /> Lock
    </button>
  );
}
