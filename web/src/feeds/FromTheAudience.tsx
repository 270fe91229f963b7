import { Users } from 'lucide-react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { AudienceRows } from '../show/AudienceRows';
import { feedEdits } from '../show/feedEdits';
import { Tick } from '../ui/Tick';
import { TableDrawer } from './TableDrawer';

/** Whether the audience writes the feed; if so, its rows with a tick for each that may be seen. */
export function FromTheAudience({ feed }: { feed: Schemas['Feed'] }) {
  const waiting = useLive(({ feeds }) => feeds.get(feed.id)?.waiting ?? 0);
  return (
    <TableDrawer
      label="From the audience"
      title="Who writes it"
      className="max-h-[70vh] grid-rows-[auto_auto_minmax(0,1fr)]"
      words={
        <>
          <Users aria-hidden size={14} className={feed.audience && waiting > 0 ? 'text-lamp-soft' : undefined} />
          {feed.audience ? (waiting > 0 ? `${waiting} wait` : 'all ticked') : 'Audience'}
        </>
      }
    >
      <Tick checked={feed.audience} onChange={(audience) => void feedEdits.feed(feed.id, { audience })}>
        The audience writes it: each row waits for my tick
      </Tick>
      {feed.audience ? (
        <AudienceRows feed={feed} />
      ) : (
        <p className="text-quiet">
          A form, a guest book, answers: mark it, and nothing of it is seen before you have ticked it. What you take
          back goes at once, wherever it is, and so does what its writer changes.
        </p>
      )}
    </TableDrawer>
  );
}
