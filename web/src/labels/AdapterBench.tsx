import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answered, client, Refusal, type Schemas } from '../api/client';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { isCounted, kindWord } from '../show/eventWords';
import { KeptText } from '../show/KeptText';
import { Button } from '../ui/Button';
import { Heading } from '../ui/Heading';
import { inputLook } from '../ui/inputLook';
import { AdapterDoor } from './EventDoor';

type Adapter = Schemas['Adapter'];

/** What an event may have, as a streamer says it. */
const parts: readonly (readonly [part: string, label: string])[] = [
  ['type', 'What it is'],
  ['id', 'Its id'],
  ['name', 'Name'],
  ['amount', 'Amount'],
  ['currency', 'Currency'],
  ['words', 'Their words'],
  ['count', 'How many'],
  ['months', 'Months'],
  ['tier', 'Tier'],
  ['title', 'Reward'],
  ['time', 'When'],
  ['person', 'Person’s id'],
  ['gift', 'Gift’s id'],
  ['event', 'Takes back'],
];

/** How many offers stand beside a field. */
const mostOffers = 8;

const example = `{
  "id": "8812",
  "from": { "nick": "mossandco" },
  "cents": 1250
}`;

/** One adapter: what the program sends, what is taken of it, and what comes of that. */
export function AdapterBench({ adapter }: { adapter: Adapter }) {
  const [sample, setSample] = useState('');
  const { data, error } = useQuery({
    queryKey: ['adapter', adapter, sample],
    queryFn: ({ signal }) => answered(client.POST('/api/adapters/try', { body: { adapter, sample }, signal })),
    enabled: sample.trim() !== '',
    placeholderData: keepPreviousData,
    retry: false,
  });
  const tried = sample.trim() === '' || error ? undefined : data;
  const remove = async (): Promise<void> => {
    if (await edits.adapters.remove(adapter.id)) tellDeleted(edits.undo, `The adapter “${adapter.name}” is`, []);
  };
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(20rem,23.75rem)_minmax(0,1fr)] gap-4">
      <section
        aria-label="What it sends"
        className="grid min-h-0 grid-rows-[auto_auto_minmax(0,1fr)_auto] gap-2.5 rounded-[14px] bg-panel p-4"
      >
        <KeptText
          aria-label="Name of the adapter"
          value={adapter.name}
          onKeep={(name, from) => edits.adapters.change(adapter.id, { name }, from)}
          className="font-semibold"
        />
        <p className="text-quiet">Paste here what the program sends: nothing of it is counted.</p>
        <textarea
          aria-label="What it sends"
          spellCheck={false}
          placeholder={example}
          value={sample}
          onChange={(event) => setSample(event.target.value)}
          className={`${inputLook} resize-none font-mono text-xs leading-[18px]`}
        />
        <div className="grid gap-2">
          <p className="text-quiet">
            The program sends it to <code className="text-cool">{`/events/${adapter.id}`}</code>, by POST, as JSON.
          </p>
          <span className="flex flex-wrap gap-1">
            <AdapterDoor id={adapter.id} />
          </span>
        </div>
      </section>
      <section aria-label="What is taken of it" className="grid min-h-0 rounded-[14px] bg-panel p-4">
        <div className="grid min-h-0 auto-rows-min gap-1.5 overflow-y-auto p-0.5">
          <Line
            label="The list"
            value={adapter.each}
            placeholder="all of it"
            onKeep={(each, from) => edits.adapters.change(adapter.id, { each: each.trim() }, from)}
          />
          {parts.map(([part, label]) => (
            <Line
              key={part}
              label={label}
              value={adapter.takes[part] ?? ''}
              offers={tried?.offered}
              onKeep={(text, from) => edits.adapters.change(adapter.id, { takes: { [part]: text.trim() } }, from)}
            />
          ))}
          <p className="mt-1 text-small text-quiet">
            A place such as <code>/from/nick</code>, words as they are, or words with placeholders:{' '}
            <code>{'{{ it.cents | divided_by: 100.0 }}'}</code>. What it is: follow, member, gift, tip, visit, reward,
            reversal, or a word of your own; where that comes to nothing, it is left out.
          </p>
          <Button kind="bare" className="justify-self-start text-quiet!" onClick={() => void remove()}>
            Delete this adapter
          </Button>
        </div>
      </section>
      <section aria-label="What comes of it" className="grid min-h-0 rounded-[14px] bg-panel p-4 pt-1">
        <Outcome tried={tried} error={sample.trim() === '' ? null : error} />
      </section>
    </div>
  );
}

interface LineProps {
  label: string;
  value: string;
  placeholder?: string;
  offers?: Schemas['FoundValue'][];
  onKeep(text: string, from: number): Promise<boolean>;
}

function Line({ label, value, placeholder, offers = [], onKeep }: LineProps) {
  return (
    <label className="grid grid-cols-[5.75rem_minmax(0,1fr)] items-center gap-2">
      <span className="text-quiet">{label}</span>
      <KeptText
        value={value}
        spellCheck={false}
        placeholder={placeholder}
        onKeep={onKeep}
        className="font-mono text-xs"
        offersFor={(text) =>
          text.startsWith('/')
            ? offers
                .filter(({ pointer }) => pointer !== text && pointer.toLowerCase().includes(text.toLowerCase()))
                .slice(0, mostOffers)
                .map(({ pointer, says }) => ({ text: pointer, words: `${pointer}   ${says}` }))
            : []
        }
      />
    </label>
  );
}

function Outcome({ tried, error }: { tried: Schemas['AdapterTried'] | undefined; error: Error | null }) {
  if (error)
    return (
      <p role="status" className="mt-3 self-start text-orchid">
        {error instanceof Refusal ? error.sentence : error.message}
      </p>
    );
  if (!tried) return <p className="mt-3 self-start text-quiet">What would be counted stands here.</p>;
  const { events, leftOut, faults, offered } = tried;
  return (
    <div role="status" className="grid min-h-0 auto-rows-min gap-3 overflow-y-auto">
      <Heading name="It would count" note={`${events.length}`}>
        <ul className="grid gap-1.5">
          {events.map((event, at) => (
            <li key={at} className="rounded-lg bg-raised px-3 py-2">
              <b className="font-semibold">{event.isGone ? 'takes back' : kindWord(event.kind)}</b>{' '}
              {!event.isGone && isCounted(event.kind) && event.amount} {event.name && <>from {event.name}</>}
              {event.words && <span className="block text-quiet">“{event.words}”</span>}
            </li>
          ))}
        </ul>
        {leftOut > 0 && <p className="text-quiet">{leftOut} left out: nothing says what kind of event it is.</p>}
      </Heading>
      {faults.length > 0 && (
        <Heading name="What is wrong">
          <ul className="grid gap-1.5">
            {faults.map((fault, at) => (
              <li key={at} className="text-orchid">
                <b className="font-semibold">{placeOf(fault.path)}</b> {fault.message}
              </li>
            ))}
          </ul>
        </Heading>
      )}
      {offered.length > 0 && (
        <Heading name="What stands in it">
          <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 gap-y-0.5 text-xs">
            {offered.map(({ pointer, says }) => (
              <div key={pointer} className="contents">
                <dt className="font-mono text-cool">{pointer}</dt>
                <dd className="truncate text-quiet">{says}</dd>
              </div>
            ))}
          </dl>
        </Heading>
      )}
    </div>
  );
}

/** Where a fault is, as a streamer says it: “Amount, in the third:”. */
function placeOf(path: string): string {
  const steps = path.split('/').filter((step) => step !== '' && step !== 'data' && step !== 'takes');
  const place = /^\d+$/.test(steps[0] ?? '') ? Number(steps.shift()) + 1 : null;
  const part = parts.find(([name]) => name === steps[0])?.[1] ?? (steps[0] === 'each' ? 'The list' : steps[0]);
  return [part, place === null ? undefined : `no. ${place}`].filter(Boolean).join(', ') + (part || place ? ':' : '');
}
