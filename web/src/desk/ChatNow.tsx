import { MessageCircle } from 'lucide-react';
import clsx from 'clsx';
import { act } from '../show/actions';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { ageText } from '../show/format';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { openChat, useChatOpen } from './chatDrawer';
import '../audience/audienceActions';

/** A glance at chat: how it is, since when nobody has written, what comes next and when, how many wait. */
export function ChatNow() {
  const any = useShow((show) => show.chatSources.length > 0 || show.chatRules.graphic != null);
  const open = useChatOpen();
  const { queue, nextAt, ahead, heldSince } = useLive(({ chat }) => chat);
  const troubled = useLive(({ chatIn }) => chatIn?.sources.some((one) => one.health === 'refused') ?? false);
  const lastAt = useLive(({ chatIn }) => chatIn?.lastAt ?? null);
  if (!any) return null;
  const next = ahead[0] ?? (nextAt != null ? queue[0] : undefined);
  const at = ahead[0]?.at ?? nextAt ?? 0;
  return (
    <span className="flex shrink-0 items-center gap-1 rounded-[10px] bg-panel p-0.5">
      <Button
        kind={open ? 'cool' : 'bare'}
        aria-expanded={open}
        title="Chat, over standby and words"
        className="min-h-8! px-2!"
        onClick={() => openChat(!open)}
      >
        <MessageCircle aria-hidden size={14} className={clsx(troubled && 'text-orchid')} />
        {heldSince != null ? (
          <b className={clsx('font-semibold', !open && 'text-cool')}>Audience waits</b>
        ) : next ? (
          <>
            <span className="max-w-32 truncate">{next.name}</span>
            <In at={at} />
          </>
        ) : troubled ? (
          'Chat lost'
        ) : (
          <>Chat{lastAt !== null && <Age at={lastAt} />}</>
        )}
        {queue.length > 0 && <span className="tabular-nums">· {queue.length}</span>}
      </Button>
      {next && heldSince == null && (
        <Button kind="bare" className="min-h-8! px-2!" title="Alt D" onClick={() => act('chat/drop')}>
          Drop
        </Button>
      )}
    </span>
  );
}

function Age({ at }: { at: number }) {
  return <span className="font-normal tabular-nums">{ageText(useNow() - at)}</span>;
}

function In({ at }: { at: number }) {
  const left = Math.ceil((at - useNow()) / 1000);
  const hush = useLive(({ ahead }) => ahead.hush);
  return <span className="font-normal tabular-nums">{hush ? 'waits' : left > 0 ? `in ${left} s` : 'next'}</span>;
}
