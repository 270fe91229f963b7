import { useQuery, useQueryClient } from '@tanstack/react-query';
import { KeyRound } from 'lucide-react';
import { useState } from 'react';
import { answered, client } from '../api/client';
import { feedEdits } from '../show/feedEdits';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { KeyFields, noKey } from './KeyFields';

/** What lets a feed in to its address: never shown, and kept apart from the show. */
export function FeedKey({ feed, path }: { feed: string; path: string }) {
  const known = useQueryClient();
  const queryKey = ['feedKey', feed, path];
  const { data } = useQuery({
    queryKey,
    queryFn: ({ signal }) => answered(client.GET('/api/feeds/{id}/key', { params: { path: { id: feed } }, signal })),
  });
  const [wish, setWish] = useState(noKey);
  const keep = async (next: typeof wish | null): Promise<void> => {
    const kept = await feedEdits.feedKey(feed, next);
    if (!kept) return;
    known.setQueryData(queryKey, kept);
    setWish(noKey);
  };
  const isElsewhere = data?.origin && !path.toLowerCase().startsWith(data.origin);
  return (
    <Drawer
      label="The key of this address"
      align="end"
      className="grid w-[23.75rem] gap-3 p-3.5!"
      trigger={
        <Button kind="bare" className="px-2!">
          <KeyRound aria-hidden size={14} /> {data?.name ? `${data.name} ${data.masked}` : 'No key'}
        </Button>
      }
    >
      <p className="text-quiet">
        {isElsewhere
          ? `The key is for ${data.origin}, and is not sent to this address.`
          : 'Where a service asks for a key, it goes here. It is not part of the show, and goes to this address alone.'}
      </p>
      <KeyFields wish={wish} onChange={setWish} />
      <div className="flex justify-end gap-2">
        {data?.name && (
          <Button kind="bare" onClick={() => void keep(null)}>
            Forget the key
          </Button>
        )}
        <Button kind="cool" disabled={!wish.value || !wish.name} onClick={() => void keep(wish)}>
          Keep this key
        </Button>
      </div>
    </Drawer>
  );
}
