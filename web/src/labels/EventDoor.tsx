import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'wouter';
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
      className="w-[28.75rem] p-4!"
      trigger={<Button kind="bare">How events come in</Button>}
    >
      <div className="grid gap-2">
        <p className="text-quiet">
          Programs send what viewers do to <code className="text-cool">{`${location.origin}/events`}</code>, as
          CloudEvents 1.0 over HTTP: follow, member, gift, tip, visit, reward, reversal, or a word of their own.
        </p>
        <span className="flex flex-wrap gap-1">
          <Buttons
            path="/events"
            type="application/cloudevents+json"
            body='{"specversion":"1.0","id":"1","source":"/mine","type":"tip","data":{"name":"mossandco","amount":5,"currency":"EUR"}}'
          />
        </span>
        <p className="text-quiet">
          A program that sends JSON of its own needs an adapter.{' '}
          <Link to="/adapters" className="link">
            Adapters
          </Link>
        </p>
      </div>
    </Drawer>
  );
}

/** The same for a program whose JSON an adapter reads. */
export function AdapterDoor({ id }: { id: string }) {
  return <Buttons path={`/events/${id}`} type="application/json" body="{}" />;
}

const queryKey = ['event-door'];

function Buttons({ path, type, body }: { path: string; type: string; body: string }) {
  const known = useQueryClient();
  const { data } = useQuery({
    queryKey,
    queryFn: ({ signal }) => answered(client.GET('/api/event-door', { signal })),
  });
  const address = `${location.origin}${path}`;
  const renew = async (): Promise<void> => {
    const words = 'Programs that have the old key send nothing any more, until you give them the new one.';
    if (!(await ask({ title: 'Make a new key for events?', words, yes: 'Make a new key' }))) return;
    const next = await events.renewKey();
    if (next) known.setQueryData(queryKey, next);
  };
  return (
    <DoorButtons
      secret={data?.key ?? null}
      address={address}
      command={(key) =>
        `curl -X POST ${address} -H 'Authorization: Bearer ${key}' -H 'Content-Type: ${type}' -d '${body}'`
      }
      onRenew={renew}
    />
  );
}
