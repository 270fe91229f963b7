import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, client } from '../api/client';
import { ask } from '../ui/ask';
import { Button } from '../ui/Button';
import { DoorButtons } from '../ui/DoorButtons';
import { Drawer } from '../ui/Drawer';
import { events } from './eventActs';

/** Where other programs send events, and with what key: the key is copied, and never shown. */
export function EventDoor() {
  return (
    <Drawer
      label="How events come in"
      side="bottom"
      align="end"
      className="w-[460px] p-4!"
      trigger={<Button kind="bare">How events come in</Button>}
    >
      <Door />
    </Drawer>
  );
}

const queryKey = ['event-door'];

function Door() {
  const known = useQueryClient();
  const { data } = useQuery({
    queryKey,
    queryFn: ({ signal }) => answered(client.GET('/api/event-door', { signal })),
  });
  const address = `${location.origin}${data?.path ?? ''}`;
  const renew = async (): Promise<void> => {
    const words = 'Programs that have the old key send nothing any more, until you give them the new one.';
    if (!(await ask({ title: 'Make a new key for events?', words, yes: 'Make a new key' }))) return;
    const next = await events.renewKey();
    if (next) known.setQueryData(queryKey, next);
  };
  return (
    <div className="grid gap-2">
      <p className="text-quiet">
        Programs send what viewers do to <code className="text-cool">{address}</code>, as CloudEvents 1.0 over HTTP:
        follow, member, gift, tip, visit, reward, reversal, or a word of their own.
      </p>
      <span className="flex flex-wrap gap-1">
        <DoorButtons
          secret={data?.key ?? null}
          address={address}
          command={(key) =>
            `curl -X POST ${address} -H 'Authorization: Bearer ${key}' -H 'Content-Type: application/cloudevents+json' -d '{"specversion":"1.0","id":"1","source":"/mine","type":"tip","data":{"name":"mossandco","amount":5,"currency":"EUR"}}'`
          }
          onRenew={renew}
        />
      </span>
    </div>
  );
}
