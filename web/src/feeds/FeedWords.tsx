import { Check, Copy } from 'lucide-react';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { ShownBy } from '../show/ShownBy';
import { edits } from '../show/edits';
import { useShow, type Graphic } from '../show/show';
import { WhenStale } from '../show/WhenStale';
import { Choose } from '../ui/Choose';
import { Tick } from '../ui/Tick';
import { toast } from '../ui/toast';
import { Fields } from './Fields';

interface Props {
  feed: Schemas['Feed'];
  table: Schemas['TableShape'] | undefined;
  /** How many it has. */
  rows: number;
  /** The graphics that have its words already. */
  users: readonly Graphic[];
  /** The one whose fields are seen; undefined = none yet. */
  graphic: Graphic | undefined;
  onGraphic(id: string): void;
}

/** How its words come into graphics: columns are dropped on fields, rows become cards, or placeholders are typed. */
export function FeedWords({ feed, table, rows, users, graphic: shown, onGraphic }: Props) {
  const graphics = useShow((show) => show.graphics);
  const isFirst = table?.columns[0]?.word.split(/[.[]/).length === 2;
  // Other tables of a source are called by their names.
  const first = rows > 1 && isFirst ? table.columns[0] : undefined;
  const others = graphics.filter((one) => !users.includes(one));
  return (
    <section
      aria-label="In the graphics"
      className="flex min-h-0 flex-col gap-3 overflow-x-hidden overflow-y-auto *:shrink-0"
    >
      <Choose
        label="Which graphic"
        value={shown?.id ?? ''}
        choices={[
          ...(shown ? [] : [['', 'choose a graphic to fill …'] as const]),
          ...users.map(({ id, name }) => [id, name] as const),
          ...others.map(({ id, name }) => [id, `${name} (nothing of it yet)`] as const),
        ]}
        onChoose={onGraphic}
      />
      {shown && (
        <>
          <Shown graphic={shown.id} name={shown.name} />
          {isFirst && <RowsAsCards graphic={shown} feed={feed} />}
          <Fields graphic={shown} feed={feed} shape={table} />
          <p className="text-small text-quiet">Drag a column onto a field, or choose it there.</p>
        </>
      )}
      {users.length > 0 && <ShownBy users={users} />}
      {shown && users.includes(shown) && (
        <WhenStale key={shown.id} label="If the feed goes stale, it will" graphic={shown} />
      )}
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
          <p className="text-small text-quiet">
            These are the row that it stands on. The second:{' '}
            <code className="text-cool">{`{{ ${feed.id}.rows[1]${first.word.slice(feed.id.length)} }}`}</code>
          </p>
        )}
      </div>
    </section>
  );
}

/** Whether each row is a card of the graphic. */
function RowsAsCards({ graphic, feed }: { graphic: Graphic; feed: Schemas['Feed'] }) {
  const from = graphic.cardsFrom?.feed;
  return (
    <Tick
      checked={from === feed.id}
      onChange={(checked) => void edits.graphic(graphic.id, { cardsFrom: checked ? feed.id : null })}
    >
      Each row is a card{from != null && from !== feed.id && ', in place of another feed’s'}
    </Tick>
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
      () => toast.error('The browser did not allow copying. Select it and copy it by hand.'),
    );
  return (
    <button
      type="button"
      title={`Copy ${text}`}
      onClick={copy}
      className="flex w-full items-center justify-between gap-2 rounded-md bg-ground px-2 py-1 text-left text-cool hover:bg-raised"
    >
      <code className="text-small leading-snug wrap-anywhere">{text}</code>
      {copied ? (
        <Check aria-label="copied" size={13} />
      ) : (
        <Copy aria-hidden size={13} className="shrink-0 text-quiet" />
      )}
    </button>
  );
}
