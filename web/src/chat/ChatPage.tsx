import { Pause, Play, Search } from 'lucide-react';
import { useEffect, useState } from 'react';
import { ClearAudience } from '../audience/ClearAudience';
import { CommandsAhead } from '../audience/CommandsAhead';
import type { Which } from '../audience/messageLists';
import { MessageList } from '../audience/MessageList';
import { NextUp, OnScreen } from '../audience/OnScreen';
import { useLive } from '../live/live';
import { UndoButtons } from '../show/UndoButtons';
import { ToThank } from '../show/ToThank';
import { HelpLink } from '../ui/HelpLink';
import { isTyping } from '../ui/isTyping';
import { Button, Key, keyHint } from '../ui/Button';
import { inputLook } from '../ui/inputLook';
import { Commands } from './Commands';
import { HowItGoes } from './HowItGoes';
import { Sources } from './Sources';
import { ViewerDelay } from './ViewerDelay';
import { Votes } from './Votes';

/** What viewers write: what came in, what goes on screen, what the evening adds up to. */
export function ChatPage() {
  return (
    <section className={`${columns} gap-4 px-[18px] pt-1.5 pb-4`}>
      <CameIn />
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(7.5rem,1fr)_auto] gap-2.5">
        <div className="flex h-9 items-center gap-2">
          <h2 className="text-title font-bold">Goes on screen</h2>
          <span className="ml-auto">
            <HowItGoes />
          </span>
        </div>
        <OnScreen withKeys />
        <NextUp />
        <Votes />
      </div>
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)_auto] gap-2.5 max-[1180px]:grid-rows-[auto_auto]">
        <div className={`flex h-9 items-center justify-end gap-2 ${onlyWide}`}>
          <UndoButtons />
        </div>
        <div className="grid max-h-[38vh] min-h-0 grid-cols-[minmax(0,1fr)] gap-1.5 overflow-y-auto rounded-[14px] bg-panel p-3">
          <Commands />
          <CommandsAhead />
        </div>
        <div className={`grid min-h-0 ${onlyWide}`}>
          <ToThank />
        </div>
        <ClearAudience />
      </div>
    </section>
  );
}

/** What came in beside all else; on a phone above it. */
const columns =
  'grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(17.5rem,22rem)_minmax(14.375rem,17.875rem)] max-[1180px]:grid-cols-[minmax(0,1fr)_minmax(17.5rem,22rem)] max-[1180px]:grid-rows-[minmax(0,1fr)_auto] max-[1180px]:[&>:first-child]:row-span-2 max-[640px]:grid-cols-[minmax(0,1fr)] max-[640px]:auto-rows-max max-[640px]:[&>:nth-child(2)]:h-[86vh] max-[640px]:grid-rows-none max-[640px]:overflow-y-auto max-[640px]:[&>:first-child]:row-span-1 max-[640px]:[&>:first-child]:h-[72vh]';

/** Whoever is to be thanked stands on the desk, too. */
const onlyWide = 'max-[1180px]:hidden';

const short = new Intl.NumberFormat('en-GB', { notation: 'compact', maximumFractionDigits: 1 });

const lists: readonly { which: Which; words: string }[] = [
  { which: 'everything', words: 'Everything' },
  { which: 'questions', words: 'Questions' },
  { which: 'held', words: 'Held back' },
  { which: 'shown', words: 'Shown' },
];

/** What came in, and how chat is doing. */
function CameIn() {
  const [which, setWhich] = useState<Which>('everything');
  const [find, setFind] = useState('');
  const [paused, setPaused] = useState(false);
  const chat = useLive((live) => live.chatIn);
  useSpace(() => setPaused((was) => !was));
  const many: Record<Which, number> = {
    everything: 0,
    questions: chat?.questions ?? 0,
    held: chat?.held ?? 0,
    shown: chat?.shown ?? 0,
  };
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)_auto] gap-2.5">
      <div className="flex min-h-9 items-center gap-2">
        <h1 className="text-title font-bold">Chat</h1>
        <HelpLink about="chat" name="Chat" />
        <Sources />
        <span className="ml-auto">
          <ViewerDelay />
        </span>
      </div>
      <div className="flex flex-wrap items-center gap-1.5">
        {lists.map((list) => (
          <button
            key={list.which}
            type="button"
            aria-pressed={which === list.which}
            onClick={() => setWhich(list.which)}
            className="rounded-full bg-panel px-3 py-1.5 whitespace-nowrap text-quiet transition-colors duration-150 hover:text-ink aria-pressed:bg-ridge aria-pressed:font-semibold aria-pressed:text-ink"
          >
            {list.words} {many[list.which] > 0 && short.format(many[list.which])}
          </button>
        ))}
        <label className="relative ml-auto min-w-24 flex-1">
          <Search aria-hidden size={14} className="absolute top-1/2 left-2.5 -translate-y-1/2 text-faint" />
          <input
            type="search"
            aria-label="Search messages"
            placeholder="Search"
            value={find}
            onChange={(event) => setFind(event.target.value)}
            className={`${inputLook} rounded-full! pl-8!`}
          />
        </label>
      </div>
      <MessageList key={which} which={which} find={find.trim()} paused={paused} onPaused={setPaused} />
      <div className="flex items-center gap-2 text-quiet">
        <Button aria-pressed={paused} kind={paused ? 'cool' : 'plain'} onClick={() => setPaused(!paused)}>
          {paused ? <Play aria-hidden size={14} /> : <Pause aria-hidden size={14} />}
          {paused ? 'Let the list go on' : 'Pause the list'} <Key className={keyHint}>Space</Key>
        </Button>
        {chat && (
          <span className="text-xs leading-tight">
            {chat.messages.toLocaleString('en-GB')} {chat.messages === 1 ? 'message' : 'messages'} ·{' '}
            {chat.people.toLocaleString('en-GB')} {chat.people === 1 ? 'person' : 'people'} tonight
            {chat.shed > 0 && ` · ${chat.shed.toLocaleString('en-GB')} came too fast to be listed`}
          </span>
        )}
      </div>
    </div>
  );
}

/** The space bar, where nobody types and no button has the focus. */
function useSpace(act: () => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      if (event.key !== ' ' || event.defaultPrevented || event.repeat || isTyping(target)) return;
      if (target.closest('button, a, [role="button"], [role="dialog"], [role="menu"], [role="checkbox"], input'))
        return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
