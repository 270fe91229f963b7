import { RotateCcw, X } from 'lucide-react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { airingOf, isLit, press } from '../show/air';
import { useShow } from '../show/show';

/** What the seat held last: one press brings it back, another forgets it. */
export function LastHeld({ seat, short }: { seat: Schemas['Seat']; short: boolean }) {
  const id = useLive((live) => {
    const held = live.held.get(seat.id)?.graphic;
    return held !== undefined && !isLit(airingOf(live, held)?.phase) ? held : undefined;
  });
  const graphic = useShow((show) => show.graphics.find((one) => one.id === id));
  if (!graphic) return null;
  return (
    <span className="flex min-w-0 items-center text-quiet normal-case">
      <button
        type="button"
        title={`Bring back what was here last: ${graphic.name}`}
        aria-label={`Bring back ${graphic.name}`}
        onClick={() => void press('bringBack', { seat: seat.id })}
        className="flex h-4 min-w-0 items-center gap-1 rounded-md px-1 hover:bg-raised hover:text-ink"
      >
        <RotateCcw aria-hidden size={11} className="shrink-0" />
        {!short && <span className="truncate">{graphic.name}</span>}
      </button>
      <button
        type="button"
        title="Forget what was here last"
        aria-label={`Forget ${graphic.name} in ${seat.name}`}
        onClick={() => void press('forget', { seat: seat.id })}
        className="grid h-4 w-5 shrink-0 place-items-center rounded-md hover:bg-raised hover:text-ink"
      >
        <X aria-hidden size={11} />
      </button>
    </span>
  );
}
