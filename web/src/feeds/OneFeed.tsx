import clsx from 'clsx';
import { Pause, Play, RefreshCw, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { feedEdits } from '../show/feedEdits';
import { takesFrom } from '../show/feedWords';
import { ageText, clockLength, clockText } from '../show/format';
import { KeptNumber } from '../show/KeptNumber';
import { KeptText } from '../show/KeptText';
import { mayEmpty, usersOf } from '../show/ShownBy';
import { templateOf, useShow } from '../show/show';
import { Button } from '../ui/Button';
import { CameIn } from './CameIn';
import { Consent } from './Consent';
import { FeedForm } from './FeedForm';
import { FeedKey } from './FeedKey';
import { Sign } from './FeedList';
import { FeedWords } from './FeedWords';
import { healthNames, isTrouble } from './health';
import { HowToPush } from './HowToPush';
import { ReadBars } from './ReadBars';
import { Binding } from './Binding';
import { bind } from './Fields';
import { TheTable } from './TheTable';
import { useLook } from './useLook';
import { useReads } from './useReads';
import { isWeb, pushed } from './way';

/** One feed: what came in, the table that it makes, and its words in the graphics. */
export function OneFeed({ feed }: { feed: Schemas['Feed'] }) {
  const show = useShow();
  const state = useLive(({ feeds }) => feeds.get(feed.id));
  const shape = useLive(({ shapes }) => shapes.get(feed.id));
  const [sample, setSample] = useState<string | null>(null);
  const [chosen, setChosen] = useState(0);
  const { kind, rows, firstRow, path } = feed;
  const look = useLook(sample === null ? null : { kind, rows, firstRow, text: sample });
  const lately = useReads(feed.id, state?.readAt);
  const table = Math.min(chosen, Math.max(0, (shape?.tables.length ?? 0) - 1));
  const tried = sample === null ? undefined : look.looked;

  const users = usersOf(show, (words) => takesFrom(feed.id, words));
  const [graphicId, setGraphicId] = useState('');
  const graphic = show.graphics.find(({ id }) => id === graphicId) ?? users[0];
  const drop = (name: string, field: string): void => {
    const column = shape?.tables[table]?.columns.find((one) => one.name === name);
    const template = graphic && templateOf(show, graphic);
    if (graphic && template && column) void bind(graphic, template, feed, column, field);
  };

  const remove = async (): Promise<void> => {
    if ((await mayEmpty(users)) && (await feedEdits.deleteFeed(feed.id)))
      tellDeleted(edits.undo, `The feed “${feed.name}” is`, users);
  };

  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] gap-2.5">
      <div className="grid gap-1">
        <div className="flex flex-wrap items-center gap-2">
          <KeptText
            aria-label="Name of the feed"
            value={feed.name}
            onKeep={(name, from) => feedEdits.feed(feed.id, { name }, from)}
            className="min-w-40 flex-1 bg-transparent! px-1! text-base font-bold shadow-none! hover:bg-raised!"
          />
          <span className="ml-auto flex items-center gap-1.5 max-sm:ml-0 max-sm:flex-wrap">
            {path !== pushed && (
              <label className="flex items-center gap-1.5 text-quiet">
                every
                <KeptNumber
                  aria-label="Look every, in seconds"
                  min={0.1}
                  step={0.1}
                  className="w-14!"
                  value={String(feed.every / 1000)}
                  onKeep={(text, from) => feedEdits.feed(feed.id, { every: Math.round(Number(text) * 1000) }, from)}
                />
                s
              </label>
            )}
            <label
              className="flex items-center gap-1.5 text-quiet"
              title="How long nothing may change before it counts as stale: 10:00 is ten minutes, 0:30 half a minute. Empty: however long."
            >
              stale after
              <KeptText
                aria-label="Stale when nothing changes for"
                placeholder="never"
                className="w-20!"
                value={feed.staleAfter == null ? '' : clockText(feed.staleAfter)}
                // 0 is refused by the server, with the reason.
                onKeep={(text, from) =>
                  feedEdits.feed(feed.id, { staleAfter: text.trim() === '' ? null : (clockLength(text) ?? 0) }, from)
                }
              />
            </label>
            <Button kind="bare" onClick={() => void feedEdits.feed(feed.id, { paused: !feed.paused })}>
              {feed.paused ? <Play aria-hidden size={15} /> : <Pause aria-hidden size={15} />}
              {feed.paused ? (path === pushed ? 'Take on' : 'Read on') : 'Pause'}
            </Button>
            {path !== pushed && (
              <Button disabled={feed.paused} onClick={() => void feedEdits.readFeed(feed.id)}>
                <RefreshCw aria-hidden size={15} /> Read now
              </Button>
            )}
            <Button kind="bare" aria-label="Delete this feed" title="Delete this feed" onClick={() => void remove()}>
              <Trash2 aria-hidden size={15} />
            </Button>
          </span>
        </div>
        {path === pushed && <HowToPush feed={feed.id} name={feed.name} />}
        <div className={clsx('flex flex-wrap items-center gap-x-3 gap-y-1', path === pushed && 'hidden')}>
          <KeptText
            aria-label="File or address"
            value={feed.path}
            // It is kept by Enter, or on leaving the field: of half an address nobody is asked.
            isWhole={() => false}
            spellCheck={false}
            onKeep={(next, from) => feedEdits.feed(feed.id, { path: next }, from)}
            className="min-w-60 flex-1 text-quiet!"
          />
          {isWeb(path) && <FeedKey key={path} feed={feed.id} path={path} />}
          {isWeb(path) && (feed.private || (state && isTrouble(state.health))) && (
            <Consent agreed={feed.private} onChange={(agreed) => void feedEdits.feed(feed.id, { private: agreed })} />
          )}
          <FeedForm form={feed} onChange={(form) => feedEdits.feed(feed.id, form)} />
        </div>
      </div>
      <div className="flex items-start justify-between gap-3">
        {state ? <Health feed={feed} state={state} shape={shape?.tables[table]} /> : <span />}
        <ReadBars reads={lately?.reads ?? []} />
      </div>
      <Binding onDrop={drop}>
        <div className="grid min-h-0 grid-cols-[minmax(9.375rem,0.6fr)_minmax(0,2fr)_minmax(15.625rem,1.1fr)] gap-3 max-[1000px]:grid-cols-1 max-[1000px]:overflow-y-auto">
          <CameIn came={lately?.cameIn} sample={sample} onSample={setSample} />
          <TheTable feed={feed} state={state} shape={shape} table={table} onTable={setChosen} tried={tried} />
          <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-2 rounded-[14px] bg-panel p-3">
            <h2 className="font-semibold">In the graphics</h2>
            <FeedWords
              feed={feed}
              table={shape?.tables[table]}
              rows={state?.tables[table]?.rows ?? 0}
              users={users}
              graphic={graphic}
              onGraphic={setGraphicId}
            />
          </div>
        </div>
      </Binding>
    </div>
  );
}

/** The pictures that its cells name, as far as they are here. */
function Pictures({ here, all, troubles }: Schemas['PicturesView']) {
  const told = troubles.slice(0, 2);
  return (
    <span className="block text-quiet">
      {here < all
        ? `${here} of ${all} pictures are here.`
        : all === 1
          ? 'Its picture is here.'
          : `All ${all} pictures are here.`}
      {told.map((trouble) => (
        <span key={trouble} className="block text-orchid">
          {trouble}
        </span>
      ))}
      {troubles.length > told.length && <span className="block text-orchid">There are more like these.</span>}
    </span>
  );
}

interface HealthProps {
  feed: Schemas['Feed'];
  state: Schemas['FeedView'];
  shape: Schemas['TableShape'] | undefined;
}

/** How it is doing, in a line. */
function Health({ feed, state, shape }: HealthProps) {
  const now = useNow();
  const size = state.tables.find((one) => one.name === shape?.name);
  const facts = [
    size &&
      `${size.rows === size.all ? '' : `${size.rows.toLocaleString()} of `}${size.all.toLocaleString()} ${size.all === 1 ? 'row' : 'rows'}, ${size.columns} ${size.columns === 1 ? 'column' : 'columns'}`,
    state.readAt != null && `${feed.path === pushed ? 'sent' : 'read'} ${ageText(now - state.readAt)}`,
    state.changedAt != null && `changed ${ageText(now - state.changedAt)}`,
  ].filter(Boolean);
  return (
    <p className="flex items-start gap-2">
      <Sign health={state.health} />
      <span>
        <b className="font-semibold">{healthNames[state.health]}</b>{' '}
        {isTrouble(state.health) && <span className="text-orchid">{state.trouble} </span>}
        {isTrouble(state.health) && state.changedAt != null && (
          <span>The last good words stay, where a graphic does nothing else. </span>
        )}
        {state.health === 'waiting' && (
          <span className="text-quiet">
            {feed.path === pushed ? 'Nothing has been sent yet. ' : 'It will be read as soon as it is there. '}
          </span>
        )}
        <span className="text-quiet">{facts.join(' · ')}</span>
        {state.note && <span className="block text-quiet">{state.note}</span>}
        {state.pictures && <Pictures {...state.pictures} />}
      </span>
    </p>
  );
}
