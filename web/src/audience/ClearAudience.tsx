import clsx from 'clsx';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { act } from '../show/actions';
import { ageText } from '../show/format';
import { Button } from '../ui/Button';
import './audienceActions';

/** All that the audience sent goes at once, and waits until it is let come again (rule 38). */
export function ClearAudience({ className }: { className?: string }) {
  const since = useLive(({ chat }) => chat.heldSince);
  if (since != null)
    return (
      <div className={clsx('flex items-center gap-2 rounded-[10px] bg-cool/15 py-0.5 pr-0.5 pl-3', className)}>
        <span className="min-w-0 flex-1 leading-tight">
          What the audience sends waits, since <Ago at={since} />
        </span>
        <Button kind="cool" onClick={() => act('chat/clear')}>
          Let it come
        </Button>
      </div>
    );
  return (
    <Button
      kind="bare"
      title="Messages, alerts and what commands lit go at once, and nothing of viewers comes by itself until you let it. Figures stay. On the desk: Alt C"
      className={clsx('text-orchid! shadow-[inset_0_0_0_1.5px_var(--color-orchid)] hover:bg-orchid/15!', className)}
      onClick={() => act('chat/clear')}
    >
      Clear what the audience sent
    </Button>
  );
}

function Ago({ at }: { at: number }) {
  return ageText(useNow() - at);
}
