import { useQuery } from '@tanstack/react-query';
import {
  ArchiveRestore,
  Bell,
  MessageCircle,
  Palette,
  Rss,
  Sun,
  Tag,
  Timer,
  Trash2,
  type LucideIcon,
} from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import { answered, client, type Schemas } from '../api/client';
import { useNow } from '../live/useNow';
import { KeepClear } from '../monitor/KeepClear';
import { PictureView } from '../monitor/PictureView';
import { edits } from '../show/edits';
import { longAgo } from '../show/format';
import { whoseEdit } from '../show/history';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { inputLook } from '../ui/inputLook';

/** Signs of the places where what nobody sees is set up. */
const signs: Record<string, LucideIcon> = {
  feeds: Rss,
  timers: Timer,
  labels: Tag,
  adapters: Tag,
  alertRules: Bell,
  chatSources: MessageCircle,
  chatCommands: MessageCircle,
  votes: MessageCircle,
  cues: Sun,
  deskPages: Sun,
  savedFinishes: Palette,
};

/** What was deleted in the last 30 days, with a picture where there is something to be seen of it. */
export function Bin() {
  const revision = useShow((show) => show.revision);
  const { data } = useQuery({
    queryKey: ['bin', revision],
    queryFn: () => answered(client.GET('/api/bin')),
    placeholderData: (old) => old,
  });
  const [typed, setTyped] = useState('');
  const find = useDeferredValue(typed.trim().toLocaleLowerCase());
  const found = data?.filter(({ name, word }) => `${name} ${word}`.toLocaleLowerCase().includes(find));
  return (
    <section className="flex min-h-0 flex-col gap-2 rounded-[14px] bg-panel p-3">
      <div className="flex items-center gap-3">
        <h2 className="px-1 font-semibold">Bin</h2>
        {!!data?.length && (
          <input
            type="search"
            aria-label="Search the bin"
            placeholder="Search"
            value={typed}
            onChange={({ target }) => setTyped(target.value)}
            className={`${inputLook} ml-auto w-56!`}
          />
        )}
      </div>
      {data?.length === 0 && (
        <p className="m-auto max-w-72 p-6 text-center text-quiet">
          The bin is empty. What you delete stays here for 30 days, to be brought back.
        </p>
      )}
      {!!data?.length && found?.length === 0 && <p className="p-6 text-center text-quiet">No matches</p>}
      <ul
        aria-label="What was deleted"
        className="grid min-h-0 auto-rows-max grid-cols-[repeat(auto-fill,minmax(14.375rem,1fr))] gap-3 overflow-y-auto"
      >
        {found?.map((one) => (
          <Tile key={one.no} one={one} />
        ))}
      </ul>
    </section>
  );
}

function Tile({ one }: { one: Schemas['BinnedView'] }) {
  const now = useNow();
  const Sign = signs[one.kind] ?? Trash2;
  return (
    <li className="grid grid-rows-[auto_1fr] overflow-hidden rounded-[12px] bg-raised">
      {one.hasPicture ? (
        <Seen no={one.no} name={one.name} />
      ) : one.area ? (
        <PictureView picture={undefined} label={`${one.name}, where it lay`} className="aspect-video">
          <KeepClear area={one.area} name={one.name} />
        </PictureView>
      ) : (
        <span className="grid aspect-video place-items-center bg-pit text-faint">
          <Sign aria-hidden size={28} strokeWidth={1.5} />
        </span>
      )}
      <div className="grid content-start gap-1 p-3">
        <p className="truncate font-semibold" title={one.name}>
          {one.name}
        </p>
        <p className="text-xs text-quiet">
          <span className="inline-block first-letter:uppercase">{one.word}</span>, deleted {longAgo(now - one.at)}
          {whoseEdit(one)}
        </p>
        <Button
          className="mt-1 justify-self-start"
          aria-label={`Bring back ${one.name}`}
          onClick={() => void edits.outOfBin(one.no)}
        >
          <ArchiveRestore aria-hidden size={14} />
          Bring back
        </Button>
      </div>
    </li>
  );
}

function Seen({ no, name }: { no: number; name: string }) {
  const brand = useShow((show) => show.brand);
  const { data } = useQuery({
    queryKey: ['binned', no, brand],
    queryFn: () => answered(client.GET('/api/bin/{no}/picture', { params: { path: { no } } })),
    retry: false,
  });
  return <PictureView picture={data} label={`${name}, as it looked`} close className="aspect-video" />;
}
