import { Users } from 'lucide-react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { AudienceRows } from '../show/AudienceRows';
import { edits } from '../show/edits';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { Tick } from '../ui/Tick';

/** Whether the audience writes the feed; if so, its rows with a tick for each that may be seen. */
export function FromTheAudience({ feed }: { feed: Schemas['Feed'] }) {
  const waiting = useLive(({ feeds }) => feeds.get(feed.id)?.waiting ?? 0);
  return (
    <Drawer
      label="From the audience"
      side="bottom"
      align="end"
      className="grid max-h-[70vh] w-[400px] grid-rows-[auto_auto_minmax(0,1fr)] gap-3 p-3!"
      trigger={
        <Button kind="bare" className="min-h-8! px-2! py-1!" title="Who writes it">
          <Users aria-hidden size={14} className={feed.audience && waiting > 0 ? 'text-lamp-soft' : undefined} />
          {feed.audience ? (waiting > 0 ? `${waiting} wait` : 'all ticked') : 'Audience'}
        </Button>
      }
    >
      <Tick checked={feed.audience} onChange={(audience) => void edits.feed(feed.id, { audience })}>
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
    </Drawer>
  );
}
