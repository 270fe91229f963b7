import type { ReactNode } from 'react';
import { useLive } from '../live/live';
import { press } from '../show/air';
import { clockText } from '../show/format';
import type { Timer } from '../show/show';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';

/** So many of those that wait are on the tile, and so many of those that were added. */
const [mostOffered, mostAdded] = [3, 1];

/** What events added, or offer after zero: a hand takes it, drops it, or takes it back, each by itself. */
export function Gains({ timer }: { timer: Timer }) {
  const state = useLive(({ timers }) => timers.get(timer.id));
  const offered = state?.offered ?? [];
  const added = [...(state?.added ?? [])].reverse();
  const act = (event: string, what: 'take' | 'drop' | 'back') => () =>
    void press('time', { timer: timer.id, event, act: what });
  if (offered.length === 0 && added.length === 0) return null;
  const waiting = offered.map(({ event, by, from }) => (
    <Gain key={event} from={from} words={`offers +${clockText(by)}`}>
      <Button kind="cool" onClick={act(event, 'take')}>
        Add it
      </Button>
      <Button kind="bare" onClick={act(event, 'drop')}>
        Drop
      </Button>
    </Gain>
  ));
  const taken = added.map(({ event, by, from }) => (
    <Gain key={event} from={from} words={`added ${clockText(by)}`}>
      <Button kind="bare" aria-label={`Take back ${clockText(by)} of ${from}`} onClick={act(event, 'back')}>
        Take back
      </Button>
    </Gain>
  ));
  const all = waiting.length + taken.length;
  return (
    <div className="relative grid gap-1">
      <ul aria-label={`Time that events add to ${timer.name}`} className="grid grid-cols-[minmax(0,1fr)] gap-1">
        {waiting.slice(0, mostOffered)}
        {taken.slice(0, mostAdded)}
      </ul>
      {all > mostOffered + mostAdded || taken.length > mostAdded ? (
        <Drawer
          label={`All time that events add to ${timer.name}`}
          side="bottom"
          align="start"
          className="max-h-[50vh] w-[23.75rem] overflow-y-auto"
          trigger={
            <Button kind="bare" className="justify-self-start text-xs">
              All {all} of them
            </Button>
          }
        >
          <ul className="grid grid-cols-[minmax(0,1fr)] gap-1">
            {waiting}
            {taken}
          </ul>
        </Drawer>
      ) : null}
    </div>
  );
}

function Gain({ from, words, children }: { from: string; words: string; children: ReactNode }) {
  return (
    <li className="flex items-center gap-1 text-xs text-quiet">
      <span className="flex min-w-0 flex-1 gap-1.5" title={`${from} ${words}`}>
        <strong className="truncate font-semibold text-ink">{from}</strong>
        <span className="shrink-0 tabular-nums">{words}</span>
      </span>
      {children}
    </li>
  );
}
