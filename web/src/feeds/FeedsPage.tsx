import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useParams } from 'wouter';
import { useShow } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { Button } from '../ui/Button';
import { Empty, Page } from '../ui/Page';
import { AddFeed } from './AddFeed';
import { FeedList } from './FeedList';
import { OneFeed } from './OneFeed';

/** Sources of live values: files that other programs write. */
export function FeedsPage() {
  const feeds = useShow((show) => show.feeds);
  const { id } = useParams();
  const [adding, setAdding] = useState(false);
  const chosen = feeds.find((feed) => feed.id === id) ?? feeds[0];
  return (
    <Page
      title="Feeds"
      actions={
        <>
          <UndoButtons />
          <Button kind="cool" onClick={() => setAdding(true)}>
            <Plus aria-hidden size={16} /> Add a feed
          </Button>
        </>
      }
    >
      {adding && <AddFeed onDone={() => setAdding(false)} />}
      {chosen ? (
        <div className="grid min-h-0 grid-cols-[230px_minmax(0,1fr)] gap-4">
          <FeedList chosen={chosen.id} />
          <OneFeed key={chosen.id} feed={chosen} />
        </div>
      ) : (
        <Empty title="No feeds yet.">
          <p>
            When another program writes a file (the song, the score, the guests, the moth on the cloth), or an address
            on the web gives news or figures, name it here and put its words into any graphic.
          </p>
          <Button kind="cool" onClick={() => setAdding(true)}>
            <Plus aria-hidden size={16} /> Add a feed
          </Button>
        </Empty>
      )}
    </Page>
  );
}
