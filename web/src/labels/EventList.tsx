import { keepPreviousData, useQuery } from '@tanstack/react-query';
import clsx from 'clsx';
import { useState, type FormEvent } from 'react';
import { answered, client, type Schemas } from '../api/client';
import { useLive } from '../live/live';
import { eventKinds, isCounted, kindWord } from '../show/eventWords';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { Choose } from '../ui/Choose';
import { inputLook } from '../ui/inputLook';
import { events } from './eventActs';

const clock = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** The last events, the newest first: each can be taken back, and one can be entered by hand. */
export function EventList() {
  const newest = useLive(({ session }) => session?.newest ?? 0);
  const { data } = useQuery({
    queryKey: ['events', newest],
    queryFn: ({ signal }) => answered(client.GET('/api/events', { signal })),
    placeholderData: keepPreviousData,
  });
  return (
    <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-2">
      <ByHand />
      {data?.length === 0 ? (
        <p className="p-2 text-quiet">Nothing yet. What viewers do is counted whether or not a page is open.</p>
      ) : (
        <ul aria-label="Events" className="grid min-h-0 auto-rows-min overflow-y-auto">
          {data?.map((event) => (
            <Line key={event.seq} event={event} />
          ))}
        </ul>
      )}
    </div>
  );
}

function Line({ event }: { event: Schemas['EventView'] }) {
  const has = useShow((show) => show.alertRules.some((rule) => rule.kind === event.kind)) && !event.isCorrection;
  // What came with a gift that told of it already adds nothing either, and has a name.
  const isByHand = event.isCorrection && !event.name;
  return (
    <li
      className={clsx(
        'grid grid-cols-[6.5rem_5.75rem_minmax(0,1fr)_auto_10.25rem] items-center gap-3 border-b border-ridge py-0.5',
        event.isGone && 'text-faint line-through',
      )}
    >
      <span className="text-small text-quiet tabular-nums">
        {isByHand && event.at === 0 ? 'before' : clock.format(event.at)}
      </span>
      <span className="truncate">{isByHand ? 'correction' : kindWord(event.kind)}</span>
      <span className="truncate">
        <strong className="font-semibold">{event.name || (isByHand ? kindWord(event.kind) : 'nobody by name')}</strong>{' '}
        <span className="text-quiet">{event.words}</span>
      </span>
      <span className="text-right tabular-nums">{isByHand || isCounted(event.kind) ? event.amount : ''}</span>
      {event.isGone ? (
        <span className="text-right text-small">taken back</span>
      ) : (
        <span className="flex justify-end">
          {has && (
            <Button
              kind="bare"
              className="min-h-7! px-2! text-xs"
              aria-label={`Show the alert for ${event.name || 'nobody by name'} again`}
              onClick={() => void events.showAgain(event.seq)}
            >
              Show again
            </Button>
          )}
          <Button
            kind="bare"
            className="min-h-7! px-2! text-xs"
            aria-label={`Take back the ${kindWord(event.kind)} of ${event.name || 'nobody by name'}`}
            onClick={() => void events.takeBack(event.seq)}
          >
            Take back
          </Button>
        </span>
      )}
    </li>
  );
}

/** Something that came by another way, or a sum that is put right. */
function ByHand() {
  const currency = useShow((show) => show.counting.currency);
  const [kind, setKind] = useState('follow');
  const [what, setWhat] = useState<'event' | 'correction' | 'before'>('event');
  const [name, setName] = useState('');
  const [amount, setAmount] = useState('');
  const sized = isCounted(kind);
  const size = Number(amount.replace(',', '.').replace('−', '-'));
  const wrong =
    (sized || what !== 'event') && (amount.trim() === '' || !Number.isFinite(size) || (what === 'event' && size <= 0));
  const data = {
    name,
    ...(kind === 'tip'
      ? { amount: size, currency }
      : kind === 'member'
        ? { months: size }
        : sized
          ? { count: size }
          : {}),
  };
  const submit = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    const done =
      what === 'event'
        ? await events.enter({ kind, data })
        : await events.correct({
            kind,
            times: sized ? 0 : size,
            size,
            currency: kind === 'tip' ? currency : null,
            before: what === 'before',
          });
    if (!done) return;
    setName('');
    setAmount('');
  };
  return (
    <form aria-label="By hand" onSubmit={(event) => void submit(event)} className="flex items-center gap-2">
      <span className="w-32">
        <Choose
          label="What to enter"
          value={what}
          choices={[
            ['event', 'one by hand'],
            ['correction', 'a correction'],
            ['before', 'from before'],
          ]}
          onChoose={(next) => setWhat(next as typeof what)}
        />
      </span>
      <span className="w-36">
        <Choose label="Kind of event" value={kind} choices={eventKinds} onChoose={setKind} />
      </span>
      {what === 'event' && (
        <input
          aria-label="Name"
          placeholder="Name"
          maxLength={100}
          value={name}
          onChange={(event) => setName(event.target.value)}
          className={`${inputLook} min-w-0 flex-1`}
        />
      )}
      {(sized || what !== 'event') && (
        <input
          aria-label="How much"
          placeholder={
            what === 'before'
              ? 'how much there was before Side Lamp'
              : what === 'correction'
                ? 'how much more, or less: −5'
                : kind === 'tip'
                  ? currency
                  : 'how many'
          }
          inputMode="decimal"
          value={amount}
          onChange={(event) => setAmount(event.target.value)}
          className={`${inputLook} ${what === 'event' ? 'w-28!' : 'min-w-0 flex-1'}`}
        />
      )}
      <Button type="submit" disabled={wrong || (what === 'event' && !name.trim())}>
        Count it
      </Button>
    </form>
  );
}
