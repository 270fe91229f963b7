import { X } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'wouter';
import { ClearAudience } from '../audience/ClearAudience';
import { CommandsAhead } from '../audience/CommandsAhead';
import { MessageList } from '../audience/MessageList';
import { NextUp, OnScreen } from '../audience/OnScreen';
import { VoteNow } from '../audience/VotesNow';
import { useLive } from '../live/live';
import { useShow } from '../show/show';
import { Segmented } from '../ui/Segmented';
import { SignButton } from '../ui/SignButton';
import { openChat } from './chatDrawer';

type Tab = 'everything' | 'questions' | 'next' | 'votes';

/** Chat beside the map: it lies over standby and words, never over the map or what is on air. */
export function ChatDrawer() {
  const [tab, setTab] = useState<Tab>('everything');
  const votes = useShow((show) => show.votes);
  const waiting = useLive(({ chat }) => chat.queue.length);
  const questions = useLive(({ chatIn }) => chatIn?.questions ?? 0);
  return (
    <section
      aria-label="Chat"
      data-hears-keys
      className="z-10 grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)_auto] gap-2 rounded-[14px] bg-ground p-2 shadow-[0_0_0_1px_var(--color-line),0_12px_40px_#000a]"
      onKeyDown={(event) => event.key === 'Escape' && openChat(false)}
    >
      <div className="flex items-center gap-1">
        <Segmented
          label="What of chat"
          value={tab}
          choices={[
            { value: 'everything', words: 'All' },
            { value: 'questions', words: `Questions ${questions || ''}` },
            { value: 'next', words: `Next ${waiting || ''}` },
            ...(votes.length > 0 ? [{ value: 'votes' as const, words: 'Votes' }] : []),
          ]}
          onChoose={(value) => setTab(value as Tab)}
        />
        <Link to="/chat" title="The page Chat" className="ml-auto text-quiet hover:text-ink hover:underline">
          All of it
        </Link>
        <SignButton label="Shut chat" onClick={() => openChat(false)}>
          <X aria-hidden size={15} />
        </SignButton>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
        <OnScreen />
        <CommandsAhead />
      </div>
      {tab === 'next' ? (
        <NextUp />
      ) : tab === 'votes' ? (
        <div className="grid auto-rows-min gap-3 overflow-y-auto rounded-[14px] bg-panel p-3">
          {votes.map((vote) => (
            <VoteNow key={vote.id} vote={vote} />
          ))}
        </div>
      ) : (
        <MessageList key={tab} which={tab} small />
      )}
      <ClearAudience />
    </section>
  );
}
