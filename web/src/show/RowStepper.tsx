import { ChevronLeft, ChevronRight, Pin, PinOff } from 'lucide-react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { SignButton } from '../ui/SignButton';
import { press } from './air';

/** Takes a feed to another row by hand, where it is held until it is let go. */
export function RowStepper({ feed }: { feed: Schemas['Feed'] }) {
  const state = useLive(({ feeds }) => feeds.get(feed.id));
  const count = state?.tables[0]?.rows ?? 0;
  const stand = state?.stand;
  const step = (by: number): void => void press('row', { feed: feed.id, by });
  const holds = stand?.isHeld ?? false;
  return (
    <span className="flex items-center gap-0.5 text-quiet">
      <SignButton
        className="size-9!"
        label={`${feed.name}: row before`}
        disabled={count === 0}
        onClick={() => step(-1)}
      >
        <ChevronLeft aria-hidden size={16} />
      </SignButton>
      <span className="min-w-12 text-center tabular-nums">
        {stand == null ? '–' : stand.at < 0 ? 'gone' : stand.at + 1}/{count}
      </span>
      <SignButton className="size-9!" label={`${feed.name}: next row`} disabled={count === 0} onClick={() => step(1)}>
        <ChevronRight aria-hidden size={16} />
      </SignButton>
      <SignButton
        className="size-9!"
        label={holds ? `${feed.name}: let its row go` : `${feed.name}: hold this row`}
        aria-pressed={holds}
        disabled={count === 0}
        onClick={() => (holds ? void press('letRow', { feed: feed.id }) : step(0))}
      >
        {holds ? <PinOff aria-hidden size={14} /> : <Pin aria-hidden size={14} />}
      </SignButton>
    </span>
  );
}
