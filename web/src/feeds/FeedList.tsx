import clsx from 'clsx';
import { Check, CirclePause, Clock, LoaderCircle, TriangleAlert, type LucideIcon } from 'lucide-react';
import { Link } from 'wouter';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { ageText } from '../show/format';
import { useShow } from '../show/show';
import { healthNames, isTrouble, rankOf } from './health';
import { kindNames } from './kinds';
import { pushed } from './way';
import { rove } from '../ui/rove';

const upAndDown = rove('li > a');

const signs: Record<Schemas['FeedHealth'], LucideIcon> = {
  fresh: Check,
  loading: LoaderCircle,
  waiting: Clock,
  stale: TriangleAlert,
  failing: TriangleAlert,
  paused: CirclePause,
};

/** All feeds, with how they are doing in words. Those that need somebody come first. */
export function FeedList({ chosen }: { chosen: string }) {
  const feeds = useShow((show) => show.feeds);
  const states = useLive((live) => live.feeds);
  const sorted = [...feeds].sort((one, other) => rankOf(states.get(one.id)) - rankOf(states.get(other.id)));
  return (
    <nav aria-label="All feeds" onKeyDown={upAndDown} className="min-h-0 overflow-y-auto pr-1">
      <ul className="grid grid-cols-[minmax(0,1fr)] gap-1">
        {sorted.map((feed) => (
          <li key={feed.id}>
            <Link
              to={`/feeds/${feed.id}`}
              aria-current={feed.id === chosen ? 'page' : undefined}
              className={clsx(
                'flex gap-2 rounded-[10px] px-2.5 py-2 leading-tight',
                feed.id === chosen ? 'bg-raised shadow-[inset_3px_0_0_var(--color-cool)]' : 'hover:bg-panel',
              )}
            >
              <Sign health={states.get(feed.id)?.health ?? 'loading'} />
              <span className="grid min-w-0 flex-1 grid-cols-[minmax(0,1fr)] gap-0.5">
                <span className="flex flex-wrap items-baseline justify-between gap-x-2">
                  <b className="line-clamp-2 font-semibold wrap-anywhere">{feed.name}</b>
                  <span className="shrink-0 text-small text-faint">
                    {feed.path === pushed ? 'sent by programs' : kindNames[feed.kind]}
                  </span>
                </span>
                <Ages state={states.get(feed.id)} verb={feed.path === pushed ? 'sent' : 'read'} />
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </nav>
  );
}

export function Sign({ health }: { health: Schemas['FeedHealth'] }) {
  const Icon = signs[health];
  const colour = isTrouble(health) ? 'text-orchid' : health === 'fresh' ? 'text-moss' : 'text-cool';
  return <Icon aria-hidden size={15} className={clsx('mt-px shrink-0', colour)} />;
}

/** How it is doing, and since when: its trouble in words, else its ages. */
function Ages({ state, verb }: { state: Schemas['FeedView'] | undefined; verb: string }) {
  const now = useNow();
  if (!state) return null;
  if (isTrouble(state.health)) return <span className="line-clamp-2 text-small text-orchid">{state.trouble}</span>;
  if (state.health !== 'fresh') return <span className="text-small text-quiet">{healthNames[state.health]}</span>;
  return (
    <span className="truncate text-small text-quiet">
      {[
        state.readAt != null && `${verb} ${ageText(now - state.readAt)}`,
        state.changedAt != null && `changed ${ageText(now - state.changedAt)}`,
      ]
        .filter(Boolean)
        .join(' · ')}
    </span>
  );
}
