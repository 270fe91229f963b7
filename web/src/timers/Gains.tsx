import { useLive } from '../live/live';
import { press } from '../show/air';
import { clockText } from '../show/format';
import type { Timer } from '../show/show';
import { Button } from '../ui/Button';

/** What events added, or offer after zero: a hand takes it, drops it, or takes it back. */
export function Gains({ timer }: { timer: Timer }) {
  const state = useLive(({ timers }) => timers.get(timer.id));
  const offered = state?.offered ?? [];
  const latest = state?.added.at(-1);
  const decide = (event: string, act: 'take' | 'drop' | 'back') => () =>
    void press('time', { timer: timer.id, event, act });
  if (offered.length === 0 && !latest) return null;
  return (
    <ul aria-label={`Time that events add to ${timer.name}`} className="relative grid gap-1 text-[12px]">
      {offered.slice(0, 3).map(({ event, by, from }) => (
        <li key={event} className="flex items-center gap-1.5">
          <span className="min-w-0 flex-1 truncate">
            <strong>{from}</strong> offers +{clockText(by)}
          </span>
          <Button kind="cool" onClick={decide(event, 'take')}>
            Add it
          </Button>
          <Button kind="bare" onClick={decide(event, 'drop')}>
            Drop
          </Button>
        </li>
      ))}
      {offered.length > 3 && <li className="text-quiet">and {offered.length - 3} more</li>}
      {latest && (
        <li className="flex items-center gap-1.5 text-quiet">
          <span className="min-w-0 flex-1 truncate">
            {latest.from} added {clockText(latest.by)}
          </span>
          <Button kind="bare" onClick={decide(latest.event, 'back')}>
            Take back
          </Button>
        </li>
      )}
    </ul>
  );
}
