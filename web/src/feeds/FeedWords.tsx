import { Check, Copy } from 'lucide-react';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { ShownBy, usersOf } from '../show/ShownBy';
import { takesFrom } from '../show/feedWords';
import { useShow } from '../show/show';
import { WhenStale } from '../show/WhenStale';
import { Choose } from '../ui/Choose';
import { toast } from '../ui/toast';

interface Props {
  feed: string;
  table: Schemas['TableShape'] | undefined;
  /** How many it has. */
  rows: number;
}

/** How its words come into graphics: what to type for each column, and the graphics that have it already. */
export function FeedWords({ feed, table, rows }: Props) {
  const show = useShow();
  // Other tables of a source are called by their names.
  const first = rows > 1 && table?.columns[0]?.word.split(/[.[]/).length === 2 ? table.columns[0] : undefined;
  const users = usersOf(show, (words) => takesFrom(feed, words));
  const [chosen, setChosen] = useState('');
  const shown = users.find(({ id }) => id === chosen) ?? users[0];
  return (
    <section
      aria-label="In the graphics"
      className="grid min-h-0 grid-cols-[minmax(0,1fr)] content-start gap-3 overflow-x-hidden overflow-y-auto"
    >
      {shown && (
        <>
          {users.length > 1 && (
            <Choose
              label="Which graphic"
              value={shown.id}
              choices={users.map(({ id, name }) => [id, name] as const)}
              onChoose={setChosen}
            />
          )}
          <Shown graphic={shown.id} name={shown.name} />
        </>
      )}
      <ShownBy users={users} />
      {shown && <WhenStale key={shown.id} label="If the feed goes stale, it will" graphic={shown} />}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-1.5">
        <h3 className="text-quiet">Put it into any words with</h3>
        <ul className="grid grid-cols-[minmax(0,1fr)] gap-1">
          {table?.columns.slice(0, 40).map((column) => (
            <li key={column.name}>
              <Word text={`{{ ${column.word} }}`} />
            </li>
          ))}
        </ul>
        {!table && <p className="text-faint">What to type is told as soon as something has come in.</p>}
        {first && (
          <p className="text-[11.5px] text-quiet">
            These are the first row. The second:{' '}
            <code className="text-cool">{`{{ ${feed}.rows[1]${first.word.slice(feed.length)} }}`}</code>
          </p>
        )}
      </div>
    </section>
  );
}

function Shown({ graphic, name }: { graphic: string; name: string }) {
  const { data } = usePicture(graphic);
  return (
    <div className="overflow-hidden rounded-lg">
      <PictureView close picture={data} label={`${name}, with the words of now`} />
    </div>
  );
}

function Word({ text }: { text: string }) {
  const [copied, setCopied] = useState(false);
  const copy = (): void =>
    void navigator.clipboard.writeText(text).then(
      () => setCopied(true),
      () => toast.error('The browser did not let it be copied. Select it and copy it by hand.'),
    );
  return (
    <button
      type="button"
      title={`Copy ${text}`}
      onClick={copy}
      className="flex w-full items-center justify-between gap-2 rounded-md bg-ground px-2 py-1 text-left text-cool hover:bg-raised"
    >
      <code className="text-[11.5px] leading-snug wrap-anywhere">{text}</code>
      {copied ? (
        <Check aria-label="copied" size={13} />
      ) : (
        <Copy aria-hidden size={13} className="shrink-0 text-quiet" />
      )}
    </button>
  );
}
