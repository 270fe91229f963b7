import { Unlock } from 'lucide-react';
import { useRef, useState } from 'react';
import { setLocked } from '../show/lock';
import { Button } from '../ui/Button';

/** In ms: no pocket holds still for so long. */
const held = 800;

/** Unlocks while a finger stays on it: what only brushes over it does nothing. By keyboard one press is meant. */
export function HoldToUnlock() {
  const timer = useRef(0);
  const [holding, setHolding] = useState(false);
  const begin = (): void => {
    setHolding(true);
    timer.current = window.setTimeout(() => setLocked(false), held);
  };
  const end = (): void => {
    setHolding(false);
    clearTimeout(timer.current);
  };
  return (
    <Button
      onPointerDown={begin}
      onPointerUp={end}
      onPointerLeave={end}
      onPointerCancel={end}
      onContextMenu={(event) => event.preventDefault()}
      // A click without a pointer: of the keyboard, or of a reader.
      onClick={({ detail }) => detail === 0 && setLocked(false)}
      className="relative min-h-14 w-full touch-none overflow-hidden text-title select-none"
    >
      <span
        aria-hidden
        className="absolute inset-y-0 left-0 bg-cool/40 transition-[width] ease-linear"
        style={{ width: holding ? '100%' : 0, transitionDuration: holding ? `${held}ms` : '0ms' }}
      />
      <Unlock aria-hidden size={18} /> <span>Locked. Hold to unlock</span>
    </Button>
  );
}
