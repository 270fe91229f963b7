import { Check, Clock, FileText, Plus, TriangleAlert } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { takesFrom } from '../show/feedWords';
import { ageText } from '../show/format';
import { edits } from '../show/edits';
import { useShow } from '../show/show';
import { wordOf } from '../show/wordOf';
import { tellDeleted } from '../show/deleted';
import { mayEmpty, ShownBy, usersOf } from '../show/ShownBy';
import { UndoButtons } from '../show/UndoButtons';
import { AddForm } from '../ui/AddForm';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { KeptNumber } from '../show/KeptNumber';
import { KeptText } from '../show/KeptText';

import { Empty, Page } from '../ui/Page';

/** Sources of live values: text files that other programs write. */
export function FeedsPage() {
  const show = useShow();
  const [adding, setAdding] = useState(false);
  return (
    <Page
      title="Feeds"
      actions={
        <>
          <UndoButtons />
          <Button kind="cool" onClick={() => setAdding(true)}>
            <Plus aria-hidden size={16} /> Add a text file
          </Button>
        </>
      }
    >
      <div className="min-h-0 overflow-y-auto">
        {adding && <NewFeed onDone={() => setAdding(false)} />}
        {show.feeds.length === 0 && !adding && (
          <Empty title="No feeds yet.">
            <p>
              When another program writes a text file (the song, the score, the moth on the cloth), name the file here
              and put its words into any graphic.
            </p>
          </Empty>
        )}
        <ul className="grid gap-3">
          {show.feeds.map((feed) => (
            <FeedRow key={feed.id} feed={feed} />
          ))}
        </ul>
      </div>
    </Page>
  );
}

function FeedRow({ feed }: { feed: Schemas['Feed'] }) {
  const show = useShow();
  const state = useLive(({ feeds }) => feeds.get(feed.id));
  const users = usersOf(show, (words) => takesFrom(feed.id, words));
  const remove = async (): Promise<void> => {
    if ((await mayEmpty(users)) && (await edits.deleteFeed(feed.id)))
      tellDeleted(edits.undo, `The feed “${feed.name}” is`, users);
  };
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-6 rounded-[14px] bg-panel p-4">
      <div className="grid content-start gap-2.5">
        <div className="flex items-center gap-2">
          <FileText aria-hidden size={18} className="text-quiet" />
          <KeptText
            aria-label="Name of the feed"
            value={feed.name}
            onKeep={(name, from) => edits.feed(feed.id, { name }, from)}
            className="bg-transparent! px-1! text-sm font-semibold shadow-none! hover:bg-raised!"
          />
        </div>
        <Field
          label="File"
          render={(id) => (
            <KeptText
              id={id}
              value={feed.path}
              spellCheck={false}
              onKeep={(path, from) => edits.feed(feed.id, { path }, from)}
            />
          )}
        />
        <Field
          label="Look every, in seconds"
          render={(id) => (
            <KeptNumber
              id={id}
              min={0.1}
              step={0.1}
              className="max-w-28"
              value={String(feed.every / 1000)}
              onKeep={(text, from) => edits.feed(feed.id, { every: Math.round(Number(text) * 1000) }, from)}
            />
          )}
        />
        <Button kind="bare" onClick={() => void remove()} className="justify-self-start">
          Delete this feed
        </Button>
      </div>
      <div className="grid content-start gap-3">
        {state && <Health state={state} />}
        <div>
          <h3 className="mb-1 text-quiet">What it says</h3>
          <p className="min-h-14 rounded-lg bg-ground px-3 py-2 text-[15px] whitespace-pre-wrap">
            {state?.text ?? <span className="text-faint">nothing yet</span>}
          </p>
        </div>
        <div>
          <h3 className="mb-1 text-quiet">Put it into words with</h3>
          <code className="rounded-md bg-ground px-2 py-1 text-cool">{`{{ ${feed.id}.text }}`}</code>
        </div>
        <ShownBy users={users} />
      </div>
    </li>
  );
}

function Health({ state }: { state: Schemas['FeedView'] }) {
  const now = useNow();
  const changed = state.changedAt == null ? null : `changed ${ageText(now - state.changedAt)}`;
  const read = state.readAt == null ? null : `read ${ageText(now - state.readAt)}`;
  const ages = [read, changed].filter(Boolean).join(' · ');
  switch (state.health) {
    case 'fresh':
      return (
        <Line icon={<Check aria-hidden size={16} className="text-moss" />} title="Fresh">
          {ages}
        </Line>
      );
    case 'waiting':
      return (
        <Line icon={<Clock aria-hidden size={16} className="text-cool" />} title="Waiting for the file">
          It does not exist yet. It will be read as soon as it does.
        </Line>
      );
    default:
      return (
        <Line
          icon={<TriangleAlert aria-hidden size={16} className="text-orchid" />}
          title={state.health === 'stale' ? 'Stale' : 'Cannot be read'}
        >
          {state.trouble} {ages && `(${ages})`}
        </Line>
      );
  }
}

function Line({ icon, title, children }: { icon: ReactNode; title: string; children: ReactNode }) {
  return (
    <p className="flex items-start gap-2">
      <span className="mt-px">{icon}</span>
      <span>
        <b className="font-semibold">{title}</b> <span className="text-quiet">{children}</span>
      </span>
    </p>
  );
}

function NewFeed({ onDone }: { onDone(): void }) {
  const [name, setName] = useState('');
  const [path, setPath] = useState('');
  const word = wordOf(name);
  const add = async (): Promise<void> => {
    if (await edits.addFeed({ id: word, name, path })) onDone();
  };
  return (
    <AddForm
      lines={[
        { label: 'Name', value: name, onType: setName },
        { label: 'File, with its whole path', value: path, placeholder: '/home/me/stream/now.txt', onType: setPath },
      ]}
      words="Read this file"
      ready={!!word && !!path}
      onAdd={add}
      onDone={onDone}
    />
  );
}
