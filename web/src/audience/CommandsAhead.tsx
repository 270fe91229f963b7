import { X } from 'lucide-react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { press } from '../show/air';
import { useShow } from '../show/show';
import { SignButton } from '../ui/SignButton';

/** What viewers' commands will do in a moment, unless it is dropped. */
export function CommandsAhead() {
  const ahead = useLive(({ chat }) => chat.ahead);
  if (ahead.length === 0) return null;
  return (
    <ol aria-label="Commands that come" className="grid grid-cols-[minmax(0,1fr)] gap-1">
      {ahead.map((one, place) => (
        <Ahead key={`${one.command} ${one.no}`} one={one} next={place === 0} />
      ))}
    </ol>
  );
}

function Ahead({ one, next }: { one: Schemas['AheadCommandView']; next: boolean }) {
  const name = useShow((show) => show.chatCommands.find((command) => command.id === one.command)?.name ?? '');
  const left = Math.ceil((one.at - useNow()) / 1000);
  const hush = useLive(({ ahead }) => ahead.hush);
  return (
    <li
      className={`flex min-h-10 items-center gap-2 rounded-md px-2 ${next ? 'shadow-[inset_0_0_0_1px_var(--color-cool)]' : ''}`}
    >
      <span className="grid min-w-0 flex-1 leading-tight">
        <span className="truncate">
          <b className="font-semibold">{one.name}</b> <span className="text-quiet">{name}</span>
        </span>
        <span dir="auto" className="truncate text-left text-[0.92em] text-quiet">
          {one.words}
        </span>
      </span>
      <span className="text-small text-cool tabular-nums">{left > 0 && !hush ? `in ${left} s` : 'waits'}</span>
      <SignButton
        label={`Drop “${name}” of ${one.name}`}
        onClick={() => void press('chat', { act: 'dropCommand', no: one.no })}
      >
        <X aria-hidden size={13} />
      </SignButton>
    </li>
  );
}
