import clsx from 'clsx';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { press } from '../show/air';
import { clockText } from '../show/format';
import { useShow, type Show } from '../show/show';
import { Button } from '../ui/Button';

export type Vote = Show['votes'][number];

/** A vote as it stands: opened, closed and begun anew here. */
export function VoteNow({ vote }: { vote: Vote }) {
  const run = useLive(({ chat }) => chat.votes.find((one) => one.vote === vote.id));
  const delay = useShow((show) => show.chatRules.viewerDelay);
  const open = run != null && run.closed == null;
  return (
    <section aria-label={vote.question} className="grid grid-cols-[minmax(0,1fr)] gap-1.5">
      <div className="flex items-baseline gap-2">
        <b className="min-w-0 flex-1 truncate font-semibold">{vote.question}</b>
        <span className="shrink-0 text-small text-quiet tabular-nums">
          {run && <Standing run={run} delay={vote.length == null ? 0 : delay} />}
        </span>
      </div>
      {run &&
        vote.options.map((option, at) => (
          <Bar
            key={at}
            name={option.name}
            share={run.shares[at] ?? 0}
            count={run.counts[at] ?? 0}
            leads={run.total > 0 && run.counts[at] === Math.max(...run.counts)}
          />
        ))}
      <div className="flex items-center gap-1.5">
        {open ? (
          <Button onClick={() => void press('vote', { vote: vote.id, act: 'close' })}>Close now</Button>
        ) : (
          <Button
            kind={run ? 'plain' : 'cool'}
            aria-label={`Open the vote ${vote.question}`}
            onClick={() => void press('vote', { vote: vote.id, act: 'open' })}
          >
            {run ? 'Open it anew' : 'Open it'}
          </Button>
        )}
        {open && (
          <Button kind="bare" onClick={() => void press('vote', { vote: vote.id, act: 'again' })}>
            Start over
          </Button>
        )}
        {run && !open && (
          <Button kind="bare" onClick={() => void press('vote', { vote: vote.id, act: 'forget' })}>
            Forget
          </Button>
        )}
        {run && (
          <span className="ml-auto text-quiet tabular-nums">
            {run.total.toLocaleString('en-GB')} {vote.feed == null ? (run.total === 1 ? 'person' : 'people') : 'rows'}
            {vote.feed != null && ', unchecked'}
          </span>
        )}
      </div>
    </section>
  );
}

function Standing({ run, delay }: { run: Schemas['VoteView']; delay: number }) {
  const now = useNow();
  if (run.closed != null) {
    const tie = run.total > 0 && run.counts.filter((count) => count === Math.max(...run.counts)).length > 1;
    return run.total === 0 ? 'closed, nobody voted' : tie ? `closed, a tie: ${run.winner}` : `closed: ${run.winner}`;
  }
  if (run.closes == null) return 'open';
  return `open · closes in ${clockText(Math.max(0, run.closes - now) + 999)}${delay > 0 ? ` (with ${delay / 1000} s of delay)` : ''}`;
}

function Bar({ name, share, count, leads }: { name: string; share: number; count: number; leads: boolean }) {
  return (
    <div className="relative flex items-center justify-between gap-2 overflow-hidden rounded-lg bg-ground px-2.5 py-1.5">
      <span
        aria-hidden
        className={clsx(
          'absolute inset-y-0 left-0 transition-[width] duration-150 motion-reduce:transition-none',
          leads ? 'bg-cool/35' : 'bg-cool/15',
        )}
        style={{ width: `${share}%` }}
      />
      <b className="relative min-w-0 truncate font-semibold">{name}</b>
      <span className="relative shrink-0 tabular-nums">
        <span className="mr-2 text-quiet">{count.toLocaleString('en-GB')}</span>
        <b className="font-semibold">{share} %</b>
      </span>
    </div>
  );
}
