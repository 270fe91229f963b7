import { TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { useLive } from '../live/LiveContext';
import { isLit } from '../show/useAir';

/** What the streamer must not miss, across the whole width. */
export function Lost() {
  const { up, news } = useLive();
  if (!up) {
    return (
      <Alarm>
        <b>Side Lamp is not answering.</b> Presses are not sent. What is on air stays as it is; this page tries again by
        itself.
      </Alarm>
    );
  }
  if (!news) return null;
  const lit = news.airings.filter((airing) => isLit(airing.phase)).length;
  const awake = news.pages.filter((page) => page.awake).length;
  if (news.unkept) return <Alarm>{news.unkept}</Alarm>;
  if (lit > 0 && awake === 0) {
    return (
      <Alarm>
        <b>Nobody can see this.</b>{' '}
        {news.pages.length === 0
          ? 'Something is lit, but no output page is open. Copy the link from Outputs into your mixing software.'
          : 'Something is lit, but the output page is asleep. Show its source in your mixing software.'}
      </Alarm>
    );
  }
  return null;
}

function Alarm({ children }: { children: ReactNode }) {
  return (
    <div
      role="alert"
      className="mx-[18px] mb-2 flex items-center gap-2.5 rounded-[10px] bg-orchid/15 px-3 py-2 text-ink shadow-[inset_0_0_0_1.5px_var(--color-orchid)]"
    >
      <TriangleAlert aria-hidden size={18} className="shrink-0 text-orchid" />
      <p>{children}</p>
    </div>
  );
}
