import clsx from 'clsx';
import { ChevronRight } from 'lucide-react';
import { useLive } from '../live/live';
import { airingOf, isLit, isLitForHand, press, useAsked } from '../show/air';
import { Countdown, OnAir, StayLine } from '../show/AirTimes';
import { isCarried } from '../show/carried';
import { Lamp } from '../show/Lamp';
import { TimerFigures } from '../show/TimerFigures';
import type { RemoteShow } from './remote';

/** One graphic's switch, for a thumb: it glows while the graphic is on air. */
export function BigSwitch({ graphic }: { graphic: RemoteShow['graphics'][number] }) {
  const { airing, view, timer, comes, waits, uncarried } = useFacts(graphic.id);
  const asked = useAsked(graphic.id);
  const lit = asked ? asked === 'light' : isLit(airing?.phase);
  return (
    <div
      data-lit={lit}
      className={clsx(
        'relative flex min-h-16 min-w-0 items-stretch overflow-hidden rounded-xl transition-shadow duration-150',
        lit ? 'lit' : 'bg-raised',
        asked && 'opacity-80',
      )}
    >
      <button
        type="button"
        aria-pressed={lit}
        aria-label={`${graphic.name}${lit ? ', on air' : ''}. ${view?.words ?? ''}`}
        onClick={() => void press(isLitForHand(graphic.id) ? 'dark' : 'light', { graphic: graphic.id })}
        className="@container flex min-w-0 flex-1 items-center gap-3.5 py-2 pr-3 pl-4 text-left leading-snug outline-offset-[-3px]"
      >
        <Lamp lit={lit} />
        <span className="min-w-0 flex-1">
          <span className="flex items-baseline gap-2">
            <span className="min-w-8 truncate text-base font-semibold">{graphic.name}</span>
            {lit && airing?.litAt != null && <OnAir since={airing.litAt} uncarried={uncarried} />}
          </span>
          <span className={clsx('block truncate', lit ? 'text-on-lamp-quiet' : 'text-quiet')}>
            {view?.outside && <b className="font-semibold">⚠ Outside the frame · </b>}
            {view?.barred && <b className="font-semibold">⚠ held back: {view.barred} · </b>}
            {airing?.phase === 'waiting' && <b className="font-semibold">waits for its seat · </b>}
            {comes !== undefined && !lit && (waits ? 'waits · ' : <Countdown words="comes in" at={comes} />)}
            {lit && airing?.stayEnds != null && <Countdown words="leaves in" at={airing.stayEnds} />}
            {timer && <TimerFigures program={timer} onLamp={lit} className="font-semibold" />}
            {timer && view?.words && ' · '}
            {view?.untouched && 'sample words · '}
            {graphic.then && `then ${graphic.then} · `}
            {(lit && airing?.said?.who) || view?.words}
          </span>
        </span>
      </button>
      {graphic.cards > 1 && (
        <button
          type="button"
          aria-label={`${graphic.name}: next card`}
          onClick={() => void press('step', { graphic: graphic.id, by: 1 })}
          className="flex w-19 shrink-0 items-center justify-center gap-0.5 bg-black/15 tabular-nums outline-offset-[-3px]"
        >
          {graphic.up}/{graphic.cards} <ChevronRight aria-hidden size={18} />
        </button>
      )}
      {lit && airing?.stayEnds != null && airing.stay != null && <StayLine ends={airing.stayEnds} stay={airing.stay} />}
    </div>
  );
}

/** What the news say of a graphic. */
function useFacts(graphic: string) {
  return useLive((live) => {
    const view = live.switches.get(graphic);
    const { followers, repeats, waits } = live.ahead;
    return {
      airing: airingOf(live, graphic),
      view,
      timer: view?.timer ? live.timers.get(view.timer)?.program : undefined,
      /** When it comes by itself; undefined = it does not. */
      comes: [...followers, ...repeats].find((one) => one.graphic === graphic)?.at,
      /** Whether what comes by itself waits since lights out. */
      waits,
      /** Whether no output shows it. */
      uncarried: live.epoch !== '' && !isCarried(live.pages),
    };
  });
}
