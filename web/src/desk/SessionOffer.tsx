import { Sunrise } from 'lucide-react';
import { useLive } from '../live/live';
import { press } from '../show/air';
import { sessions } from '../show/sessions';
import { Button } from '../ui/Button';
import { toast } from '../ui/toast';

/** A stream seems to begin, for nothing has been on air for hours: a fresh session is offered. */
export function SessionOffer() {
  const offers = useLive(({ session }) => session?.offersFresh ?? false);
  if (!offers) return null;
  const begin = async (): Promise<void> => {
    if (await sessions.begin()) {
      toast.success('A fresh session began. “Back to the last one” on the page Labels takes it back.');
    }
  };
  return (
    <div role="status" className="grid gap-2 rounded-[14px] bg-panel p-3 shadow-[inset_0_0_0_1.5px_var(--color-cool)]">
      <p>
        <Sunrise aria-hidden size={15} className="mr-1.5 inline text-cool" />
        <b className="font-semibold">Is this a new stream?</b>{' '}
        <span className="text-quiet">It was dark for hours. A fresh session counts from zero.</span>
      </p>
      <span className="flex flex-wrap gap-1">
        <Button kind="cool" onClick={() => void begin()}>
          Begin a fresh session
        </Button>
        <Button kind="bare" onClick={() => void press('sameSession', {})}>
          Go on as it is
        </Button>
      </span>
    </div>
  );
}
