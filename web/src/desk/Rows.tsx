import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { clockText } from '../show/format';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { AudienceRows } from '../show/AudienceRows';
import { RowStepper } from '../show/RowStepper';

/** Which row each of some feeds stands on, and the way to the next. */
export function Rows({ feeds }: { feeds: readonly Schemas['Feed'][] }) {
  return (
    <section aria-label="Rows of feeds" className="flex min-w-0 gap-1.5" style={{ flex: `${feeds.length} 1 0` }}>
      {feeds.map((feed) => (
        <OneFeed key={feed.id} feed={feed} />
      ))}
    </section>
  );
}

function OneFeed({ feed }: { feed: Schemas['Feed'] }) {
  const state = useLive(({ feeds }) => feeds.get(feed.id));
  return (
    <div className="flex min-w-0 flex-1 items-center gap-2 rounded-[10px] bg-raised py-0.5 pr-1 pl-3">
      <span className="grid min-w-0 flex-1 leading-tight">
        <span className="truncate font-semibold" title={state?.text ?? undefined}>
          {state?.text ?? (feed.audience ? 'nothing is ticked' : '')}
        </span>
        <span className="truncate text-small text-quiet">
          {feed.name}
          <Turn at={state?.stand?.turnsAt} />
          {state?.stand?.isHeld && ' · held'}
        </span>
      </span>
      {feed.audience && <Waiting feed={feed} waiting={state?.waiting ?? 0} />}
      {(!feed.audience || state?.stand) && <RowStepper feed={feed} />}
    </div>
  );
}

/** What waits for a tick, and what may be seen, to be ticked without leaving the desk. */
function Waiting({ feed, waiting }: { feed: Schemas['Feed']; waiting: number }) {
  return (
    <Drawer
      label={`From the audience: ${feed.name}`}
      stays
      align="start"
      className="grid max-h-[60vh] w-[26.25rem] grid-rows-[minmax(0,1fr)] p-3!"
      trigger={
        <Button kind="bare" className="px-2!" title="What the audience sent waits for your tick">
          <span className={waiting > 0 ? 'text-lamp-soft' : undefined}>{waiting} wait</span>
        </Button>
      }
    >
      <AudienceRows feed={feed} />
    </Drawer>
  );
}

function Turn({ at }: { at: number | null | undefined }) {
  const now = useNow();
  return at == null ? null : ` · next in ${clockText(Math.ceil(Math.max(0, at - now) / 1000) * 1000)}`;
}
