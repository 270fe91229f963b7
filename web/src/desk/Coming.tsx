import { X } from 'lucide-react';
import { useLive, type Live } from '../live/live';
import { useNow } from '../live/useNow';
import { clockText } from '../show/format';
import { useShow, type Show } from '../show/show';
import { press } from '../show/air';
import { Drawer } from '../ui/Drawer';
import { Button } from '../ui/Button';
import { SignButton } from '../ui/SignButton';

interface Ahead {
  name: string;
  why: string;
  /** Null = it waits for something else than time. */
  at: number | null;
  /** Calls it off, where that can be done. */
  off?: { verb: 'everyOff' | 'stopCue' | 'dark' | 'callOff'; what: { graphic?: string; cue?: string; alert?: number } };
}

/** All that will happen without a hand: what waits first, then by time. */
function aheadOf(show: Show, live: Pick<Live, 'airings' | 'ahead' | 'timers'>, now: number): Ahead[] {
  const { followers, repeats, cueSteps, alerts, asides, hush } = live.ahead;
  const name = (id: string) => show.graphics.find((one) => one.id === id)?.name ?? '';
  const cue = (id: string) => show.cues.find((one) => one.id === id)?.name ?? '';
  const waits = (graphic: string, why: string, alert?: number): Ahead => ({
    name: name(graphic),
    why,
    at: null,
    off: { verb: 'callOff', what: { graphic, alert } },
  });
  /** Dark on what would come keeps it from coming. */
  const dark = (graphic: string): Ahead['off'] => ({ verb: 'dark', what: { graphic } });
  const timed: Ahead[] = [
    ...[...live.airings.values()]
      .filter((one) => one.stayEnds != null)
      .map((one) => ({ name: name(one.graphic), why: 'leaves', at: one.stayEnds! })),
    ...followers.map((one) => ({
      name: name(one.graphic),
      why: 'follows',
      at: one.at,
      off: dark(one.graphic),
    })),
    ...repeats.map((one) => ({
      name: name(one.graphic),
      why: 'comes again',
      at: one.at,
      off: { verb: 'everyOff' as const, what: { graphic: one.graphic } },
    })),
    ...cueSteps.map((one) => ({
      name: cue(one.cue),
      why: 'next step',
      at: one.at,
      off: { verb: 'stopCue' as const, what: { cue: one.cue } },
    })),
    ...show.timers.flatMap((timer) => {
      const program = live.timers.get(timer.id)?.program;
      if (program?.zero == null || program.up) return [];
      const at = (left: number): number => program.zero! - left;
      // Of phases the cue at zero comes only with the last of them.
      const cues: readonly (readonly [string | null | undefined, number])[] = [
        ...timer.warnings.map((one) => [one.cue, at(one.left)] as const),
        [program.then && !program.loops ? null : timer.cue, program.zero],
      ];
      return cues.flatMap(([id, when]) =>
        id && when > now ? [{ name: cue(id), why: `by the timer ${timer.name}`, at: when }] : [],
      );
    }),
  ];
  return [
    ...alerts.map((one) =>
      waits(
        one.graphic,
        one.said ? `alert for ${one.said.who || 'nobody'}, waits its turn` : 'alert, waits its turn',
        one.no,
      ),
    ),
    ...asides.map((one) => ({ name: name(one), why: 'moved aside, will return', at: null, off: dark(one) })),
    ...(hush?.waiting ?? []).map((id) => waits(id, 'waits for the end of the hush')),
    ...timed.sort((one, other) => one.at! - other.at!),
  ];
}

/** What comes by itself and when, in a list that opens; where it can be called off, it can be here. */
export function Coming() {
  const show = useShow();
  const known = useLive(({ airings, ahead, timers }) => ({ airings, ahead, timers }));
  const all = aheadOf(show, known, useNow());
  const waits = known.ahead.alerts.length + (known.ahead.hush?.waiting.length ?? 0);
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
  const now = useNow();
  const { off } = one;
  return (
    <li className="flex min-h-8 items-center gap-3 rounded-md px-2">
      <span className="min-w-0 flex-1 truncate">
        <b className="font-semibold">{one.name}</b> <span className="text-quiet">{one.why}</span>
      </span>
      {one.at !== null && <span>in {clockText(Math.ceil(Math.max(0, one.at - now) / 1000) * 1000)}</span>}
      {off && (
        <SignButton
          label={`Call off: ${one.name} ${one.why}`}
          title="Call it off"
          onClick={() => void press(off.verb, off.what)}
        >
          {' '}
          <X aria-hidden size={13} />
        </SignButton>
      )}
    </li>
  );
}
