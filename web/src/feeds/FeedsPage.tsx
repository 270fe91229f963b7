import { Plus } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useParams } from 'wouter';
import { useShow } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { Button } from '../ui/Button';
import { isMedia } from '../ui/isMedia';
import { isTyping } from '../ui/isTyping';
import { Empty, Page } from '../ui/Page';
import { AddFeed } from './AddFeed';
import { FeedList } from './FeedList';
import { NeverShowList } from './NeverShowList';
import { OneFeed } from './OneFeed';
import { addressIn, placeOf } from './dropped';

/** Sources of live values: files that other programs write, and addresses on the web. */
export function FeedsPage() {
  const feeds = useShow((show) => show.feeds);
  const { id } = useParams();
  // What the new one begins with; null = none is being added.
  const [adding, setAdding] = useState<string | null>(null);
  // The window is outside of React: an address may be pasted, a file or an address dropped, anywhere on the page.
  useEffect(() => {
    const paste = (event: ClipboardEvent): void => {
      const address = addressIn(event.clipboardData);
      if (address && !isTyping(event.target)) setAdding(address);
    };
    const drop = (event: DragEvent): void => {
      const [file] = event.dataTransfer?.files ?? [];
      const address = addressIn(event.dataTransfer);
      if (isTyping(event.target) || (!address && (!file || isMedia(file.name)))) return;
      event.preventDefault();
      if (file) void placeOf(file).then(setAdding);
      else setAdding(address);
    };
    const over = (event: DragEvent): void => {
      if (event.dataTransfer?.types.includes('text/uri-list') && !isTyping(event.target)) event.preventDefault();
    };
    window.addEventListener('paste', paste);
    // Before those who look after files that no place takes.
    window.addEventListener('drop', drop, { capture: true });
    window.addEventListener('dragover', over);
    return () => {
      window.removeEventListener('paste', paste);
      window.removeEventListener('drop', drop, { capture: true });
      window.removeEventListener('dragover', over);
    };
  }, []);
  const chosen = feeds.find((feed) => feed.id === id) ?? feeds[0];
  return (
    <Page
      title="Feeds"
      help="feeds"
      actions={
        <>
          <UndoButtons />
          <NeverShowList />
          <Button kind="cool" onClick={() => setAdding('')}>
            <Plus aria-hidden size={16} /> Add a feed
          </Button>
        </>
      }
    >
      {adding !== null && <AddFeed key={adding} begun={adding} onDone={() => setAdding(null)} />}
      {chosen ? (
        <div className="stacks grid min-h-0 grid-cols-[14.375rem_minmax(0,1fr)] gap-4">
          <FeedList chosen={chosen.id} />
          <OneFeed key={chosen.id} feed={chosen} />
        </div>
      ) : (
        <Empty title="No feeds yet.">
          <p>
            When another program writes a file (the song, the score, the guests, the moth on the cloth), or an address
            on the web gives news or figures, name it here and put its words into any graphic. Programs can also send
            their values here.
          </p>
          <Button kind="cool" onClick={() => setAdding('')}>
            <Plus aria-hidden size={16} /> Add a feed
          </Button>
        </Empty>
      )}
    </Page>
  );
}
