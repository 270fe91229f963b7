import { useNow } from '../live/useNow';
import { clockText } from './format';

/** How long it has been lit. */
export function OnAir({ since, uncarried }: { since: number; uncarried: boolean }) {
  const now = useNow();
  return (
    <span className="shrink-0 text-small font-semibold text-on-lamp-quiet">
      {/* Where there is little room the lamp has said so already. */}
      <span className="@max-[112px]:sr-only">{uncarried ? 'Unseen' : 'On air'} </span>
      {clockText(now - since)}
    </span>
  );
}

/** How long until something comes by itself. */
export function Countdown({ words, at }: { words: string; at: number }) {
  const now = useNow();
  return (
    <b className="font-semibold">
      {words} {clockText(Math.ceil(Math.max(0, at - now) / 1000) * 1000)} ·{' '}
    </b>
  );
}

/** How much of its stay is left, as a line at the foot of its switch. */
export function StayLine({ ends, stay }: { ends: number; stay: number }) {
  const now = useNow();
  return (
    <span
      aria-hidden
      className="absolute bottom-0 left-0 h-[0.1875rem] rounded-r bg-[#6b3f00] transition-[width] duration-1000 ease-linear"
      style={{ width: `${Math.max(0, Math.min(1, (ends - now) / stay)) * 100}%` }}
    />
  );
}
