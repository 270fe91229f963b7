import { X } from 'lucide-react';
import { useLive, type News } from '../live/LiveContext';
import { useNow } from '../live/useNow';
import { clockText } from '../show/format';
import { useShow, type Show } from '../show/ShowContext';
import { useAir } from '../show/useAir';
import { Drawer } from '../ui/Drawer';
import { Button } from '../ui/Button';

interface Ahead {
  name: string;
  why: string;
  /** Null = it waits for something else than time. */
  at: number | null;
  /** Calls it off, where that can be done. */
  off?: { verb: 'everyOff' | 'stopCue' | 'dark' | 'callOff'; what: { graphic?: string; cue?: string; since?: number } };
}

/** All that will happen without a hand: what waits first, then by time. */
function ahead(show: Show, news: News): Ahead[] {
  const name = (id: string) => show.graphics.find((one) => one.id === id)?.name ?? '';
  const cue = (id: string) => show.cues.find((one) => one.id === id)?.name ?? '';
  const waits = (graphic: string, why: string, since?: number): Ahead => ({
    name: name(graphic),
    why,
    at: null,
    off: { verb: 'callOff', what: { graphic, since } },
  });
  /** Dark on what would come keeps it from coming. */
  const dark = (graphic: string): Ahead['off'] => ({ verb: 'dark', what: { graphic } });
  const timed: Ahead[] = [
    ...news.airings
      .filter((one) => one.stayEnds != null)
      .map((one) => ({ name: name(one.graphic), why: 'leaves', at: one.stayEnds! })),
    ...news.followers.map((one) => ({
      name: name(one.graphic),
      why: 'follows',
      at: one.at,
      off: dark(one.graphic),
    })),
    ...news.repeats.map((one) => ({
      name: name(one.graphic),
      why: 'comes again',
      at: one.at,
      off: { verb: 'everyOff' as const, what: { graphic: one.graphic } },
    })),
    ...news.cueSteps.map((one) => ({
      name: cue(one.cue),
      why: 'next step',
      at: one.at,
      off: { verb: 'stopCue' as const, what: { cue: one.cue } },
    })),
    ...show.timers.flatMap((timer) => {
      const program = news.timers.find((one) => one.timer === timer.id)?.program;
      const runs = timer.cue && program?.zero != null && !program.up && program.zero > news.now;
      return runs ? [{ name: cue(timer.cue!), why: `by the timer ${timer.name}`, at: program.zero! }] : [];
    }),
  ];
  return [
    ...news.alerts.map((one) => waits(one.graphic, 'alert, waits its turn', one.since)),
    ...news.asides.map((one) => ({ name: name(one), why: 'makes way, comes back', at: null, off: dark(one) })),
    ...(news.hush?.waiting ?? []).map((id) => waits(id, 'waits for the end of the hush')),
    ...timed.sort((one, other) => one.at! - other.at!),
  ];
}

/** What comes by itself and when, in a list that opens; where it can be called off, it can be here. */
export function Coming() {
  const { show } = useShow();
  const { news } = useLive();
  if (!news) return null;
  const all = ahead(show, news);
  const waits = news.alerts.length + (news.hush?.waiting.length ?? 0);
  if (all.length === 0) return null;
  return (
    <Drawer
      label="What comes by itself"
      align="end"
      className="max-h-[50vh] w-96 overflow-y-auto"
      trigger={
        <Button kind="bare" className="shrink-0 px-2! font-normal! text-lamp-soft!">
          {waits > 0 ? `${waits} ${waits === 1 ? 'waits' : 'wait'}` : `${all.length} to come`}
        </Button>
      }
    >
      <ol className="grid gap-0.5">
        {all.map((one, place) => (
          <Row key={`${one.name}/${one.why}/${place}`} one={one} />
        ))}
      </ol>
    </Drawer>
  );
}

function Row({ one }: { one: Ahead }) {
  const { press } = useAir();
  const now = useNow();
  const { off } = one;
  return (
    <li className="flex min-h-8 items-center gap-3 rounded-md px-2">
      <span className="min-w-0 flex-1 truncate">
        <b className="font-semibold">{one.name}</b> <span className="text-quiet">{one.why}</span>
      </span>
      {one.at !== null && <span>in {clockText(Math.ceil(Math.max(0, one.at - now) / 1000) * 1000)}</span>}
      {off && (
        <button
          type="button"
          aria-label={`Call off: ${one.name} ${one.why}`}
          title="Call it off"
          onClick={() => void press(off.verb, off.what)}
          className="grid size-7 place-items-center rounded-md text-quiet hover:bg-ridge hover:text-ink"
        >
          <X aria-hidden size={13} />
        </button>
      )}
    </li>
  );
}
