import clsx from 'clsx';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { tellDeleted } from '../show/deleted';
import { edits } from '../show/edits';
import { chatLogin } from './login';
import { KeptNumber } from '../show/KeptNumber';
import { KeptText } from '../show/KeptText';
import { useShow, type Show } from '../show/show';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { Field } from '../ui/Field';
import { inputLook } from '../ui/inputLook';
import { Tick } from '../ui/Tick';

type Source = Show['chatSources'][number];
type Health = Schemas['ChatHealth'];

/** How all sources are, in a word, and what is set up of them. */
export function Sources() {
  const all = useShow((show) => show.chatSources);
  const doing = useLive(({ chatIn }) => chatIn?.sources ?? []);
  const channels = doing.flatMap((one) => one.channels).length;
  const troubled = doing.find((one) => one.health === 'refused');
  const connecting = doing.some((one) => one.health === 'connecting');
  const health: Health = troubled ? 'refused' : connecting ? 'connecting' : channels > 0 ? 'connected' : 'off';
  const words =
    all.length === 0
      ? 'Connect a chat'
      : troubled
        ? 'not connected'
        : connecting
          ? 'connecting …'
          : channels > 0
            ? `${channels} ${channels === 1 ? 'channel' : 'channels'}`
            : 'no channel';
  return (
    <>
      <Drawer
        label="Where messages come from"
        side="bottom"
        align="start"
        tall
        className="w-[25rem] p-4!"
        trigger={
          <button
            type="button"
            className="flex items-center gap-2 rounded-full bg-panel px-3 py-1.5 whitespace-nowrap hover:bg-raised"
          >
            <Dot health={health} /> {words}
          </button>
        }
      >
        <div className="grid gap-4">
          {all.map((source) => (
            <SourceSettings key={source.id} source={source} doing={doing.find((one) => one.source === source.id)} />
          ))}
          <NewSource isFirst={all.length === 0} />
          <p className="border-t border-ridge pt-3 text-small text-quiet">
            Any other service sends messages through the door for events (Labels, “How events come in”), as the types
            message, reversal and removal.
          </p>
        </div>
      </Drawer>
      {troubled?.why && (
        <span className="line-clamp-2 min-w-0 text-small leading-tight text-orchid">{troubled.why}</span>
      )}
    </>
  );
}

/** Each has a shape of its own: colour never stands alone. */
export function Dot({ health }: { health: Health }) {
  return (
    <span
      aria-hidden
      className={clsx(
        'size-2 shrink-0',
        health === 'connected' && 'rounded-full bg-moss',
        health === 'connecting' && 'rounded-full shadow-[inset_0_0_0_1.5px_var(--color-quiet)]',
        health === 'refused' && 'rotate-45 rounded-[2px] bg-orchid',
        health === 'off' && 'rounded-[2px] bg-line',
      )}
    />
  );
}

const healthWords: Record<Health, string> = {
  off: 'Switched off',
  connecting: 'Connecting …',
  connected: 'Connected',
  refused: 'Not connected',
};

function SourceSettings({ source, doing }: { source: Source; doing?: Schemas['ChatSourceView'] }) {
  const change = (part: Parameters<typeof edits.chatSources.change>[1], from?: number) =>
    edits.chatSources.change(source.id, part, from);
  const remove = async (): Promise<void> => {
    if (await edits.chatSources.remove(source.id)) tellDeleted(edits.undo, `The chat “${source.name}” is`);
  };
  const health = doing?.health ?? 'connecting';
  return (
    <section aria-label={source.name} className="grid gap-2.5 border-t border-ridge pt-3 first:border-0 first:pt-0">
      <KeptText
        aria-label="Name of the source"
        value={source.name}
        onKeep={(name, from) => change({ name }, from)}
        className="font-semibold"
      />
      <p role="status" className="flex items-baseline gap-2">
        <Dot health={health} />
        <span>
          <b className="font-semibold">{healthWords[health]}</b>
          {health === 'connected' && doing!.channels.length > 0 && (
            <span className="text-quiet"> to {doing!.channels.join(', ')}</span>
          )}
          {doing?.why && <span className="block text-orchid">{doing.why}</span>}
        </span>
      </p>
      {doing?.print && (
        <div className="grid gap-1.5">
          <code className="text-small break-all text-quiet">{doing.print}</code>
          <Button className="justify-self-start" onClick={() => void change({ trusts: doing.print! })}>
            Trust this certificate
          </Button>
        </div>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_5.25rem] gap-2">
        <Field
          label="Server"
          render={(id) => (
            <KeptText
              id={id}
              spellCheck={false}
              value={source.host}
              onKeep={(host, from) => change({ host: host.trim() }, from)}
            />
          )}
        />
        <Field
          label="Port"
          render={(id) => (
            <KeptNumber
              id={id}
              value={String(source.port)}
              onKeep={(text, from) => change({ port: Math.round(Number(text)) }, from)}
            />
          )}
        />
      </div>
      <Field
        label="Channels"
        render={(id) => (
          <KeptText
            id={id}
            spellCheck={false}
            placeholder="#lantern-cloth, #garden"
            value={source.channels.join(', ')}
            onKeep={(text, from) => change({ channels: channelsIn(text) }, from)}
          />
        )}
      />
      <div className="flex flex-wrap gap-x-5 gap-y-2">
        <Tick checked={source.isTls} onChange={(isTls) => void change({ isTls, port: portFor(isTls, source.port) })}>
          Encrypted
        </Tick>
        <Tick checked={!source.isOff} onChange={(on) => void change({ isOff: !on })}>
          It is switched on
        </Tick>
      </div>
      <Login source={source} doing={doing} />
      <Button kind="bare" className="justify-self-start text-quiet!" onClick={() => void remove()}>
        Delete this source
      </Button>
    </section>
  );
}

/** As whom we are there: typed once, and never shown again. */
function Login({ source, doing }: { source: Source; doing?: Schemas['ChatSourceView'] }) {
  const [open, setOpen] = useState(false);
  const [nick, setNick] = useState('');
  const [password, setPassword] = useState('');
  const keepIt = async (): Promise<void> => {
    if (await chatLogin(source.id, { nick: nick.trim(), password })) {
      setOpen(false);
      setPassword('');
    }
  };
  if (!open)
    return (
      <div className="flex items-center gap-2">
        <span className="min-w-0 flex-1 text-quiet">
          {doing?.hasLogin ? (
            <>
              Asked in as <b className="font-semibold text-ink">{doing.nick}</b>
            </>
          ) : (
            'Read without a name of your own; answers need one.'
          )}
        </span>
        {doing?.hasLogin && (
          <Button kind="bare" onClick={() => void chatLogin(source.id, null)}>
            Forget it
          </Button>
        )}
        <Button kind="bare" onClick={() => setOpen(true)}>
          {doing?.hasLogin ? 'Change' : 'Give a name'}
        </Button>
      </div>
    );
  return (
    <form
      className="grid grid-cols-2 gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void keepIt();
      }}
    >
      <Field
        label="Name"
        render={(id) => (
          <input
            id={id}
            autoComplete="off"
            value={nick}
            onChange={(event) => setNick(event.target.value)}
            className={inputLook}
          />
        )}
      />
      <Field
        label="Password"
        render={(id) => (
          <input
            id={id}
            type="password"
            autoComplete="new-password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            className={inputLook}
          />
        )}
      />
      <p className="col-span-2 text-small text-quiet">
        They are kept in a file of their own on this computer: they stand in no log, and go nowhere with the show.
      </p>
      <div className="col-span-2 flex gap-2">
        <Button kind="cool" type="submit">
          Keep it
        </Button>
        <Button kind="bare" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

function NewSource({ isFirst }: { isFirst: boolean }) {
  const [open, setOpen] = useState(isFirst);
  const [host, setHost] = useState('');
  const [channels, setChannels] = useState('');
  const add = async (): Promise<void> => {
    const made = await edits.chatSources.add({
      id: '',
      name: host.trim() || 'Chat',
      host: host.trim(),
      port: 6697,
      isTls: true,
      channels: channelsIn(channels),
      isOff: false,
      trusts: '',
    });
    if (!made) return;
    setOpen(false);
    setHost('');
    setChannels('');
  };
  if (!open)
    return (
      <Button kind="bare" className="justify-self-start" onClick={() => setOpen(true)}>
        <Plus aria-hidden size={14} /> Add a source
      </Button>
    );
  return (
    <form
      aria-label="A new chat"
      className="grid gap-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <p className="text-quiet">Any chat server that speaks IRC. Its encrypted port is 6697 nearly everywhere.</p>
      <Field
        label="Server"
        render={(id) => (
          <input
            id={id}
            autoFocus
            required
            spellCheck={false}
            placeholder="chat.hollow-lane.example"
            value={host}
            onChange={(event) => setHost(event.target.value)}
            className={inputLook}
          />
        )}
      />
      <Field
        label="Channels"
        render={(id) => (
          <input
            id={id}
            required
            spellCheck={false}
            placeholder="#lantern-cloth"
            value={channels}
            onChange={(event) => setChannels(event.target.value)}
            className={inputLook}
          />
        )}
      />
      <div className="flex gap-2">
        <Button kind="cool" type="submit">
          Connect
        </Button>
        {!isFirst && (
          <Button kind="bare" onClick={() => setOpen(false)}>
            Cancel
          </Button>
        )}
      </div>
    </form>
  );
}

/** With its #, which one easily leaves out. */
export function channelsIn(text: string): string[] {
  const names = text
    .split(/[\s,]+/)
    .filter((name) => name.length > 0)
    .map((name) => (/^[#&+!]/.test(name) ? name : `#${name}`));
  return [...new Set(names)];
}

/** The usual ports change with the way; one of the streamer's own stays. */
function portFor(isTls: boolean, port: number): number {
  if (isTls && port === 6667) return 6697;
  if (!isTls && port === 6697) return 6667;
  return port;
}
