import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, client } from '../api/client';
import { feedEdits } from '../show/feedEdits';
import { ask } from '../ui/ask';
import { DoorButtons } from '../ui/DoorButtons';

/** Where programs send this feed's values, and with what key: the key is copied, and never shown. */
export function HowToPush({ feed, name }: { feed: string; name: string }) {
  const known = useQueryClient();
  const queryKey = ['push', feed];
  const { data } = useQuery({
    queryKey,
    queryFn: ({ signal }) => answered(client.GET('/api/feeds/{id}/push', { params: { path: { id: feed } }, signal })),
  });
  const address = `${location.origin}${data?.path ?? ''}`;
  const renew = async (): Promise<void> => {
    const words = 'Programs that have the old key send nothing any more, until you give them the new one.';
    if (!(await ask({ title: `Make a new key for “${name}”?`, words, yes: 'Make a new key' }))) return;
    const next = await feedEdits.renewPush(feed);
    if (next) known.setQueryData(queryKey, next);
  };
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1 text-quiet">
      <span>
        Programs send it to{' '}
        <code className="text-cool" title="The whole table. One row goes to …/rows/0, one cell to …/rows/0/name.">
          {address}
        </code>
      </span>
      <span className="ml-auto flex gap-1">
        <DoorButtons
          secret={data?.key ?? null}
          address={address}
          command={(key) =>
            `curl -X PUT ${address} -H 'Authorization: Bearer ${key}' -H 'Content-Type: application/json' -d '[{"moth":"Brimstone","count":2}]'`
          }
          onRenew={renew}
        />
      </span>
    </div>
  );
}
