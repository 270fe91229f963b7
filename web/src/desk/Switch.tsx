import clsx from 'clsx';
import { ChevronLeft, ChevronRight, PenLine, Repeat, Upload } from 'lucide-react';
import { memo, useEffect, useRef } from 'react';
import { useLive } from '../live/live';
import { airingOf, isLit, press, useAsked } from '../show/air';
import { Countdown, OnAir, StayLine } from '../show/AirTimes';
import { isCarried } from '../show/carried';
import { useDraft } from '../show/drafts';
import { clockText } from '../show/format';
import { Lamp } from '../show/Lamp';
import { useShow, type Graphic } from '../show/show';
import { TimerFigures } from '../show/TimerFigures';
import { Key, keyHint } from '../ui/Button';
import { later } from '../ui/later';
import { useMenu } from '../ui/useMenu';
import { OneMore } from './OneMore';
import { choose, pressGraphic, useStandby } from './desk';

const BeltStep = later(async () => (await import('./BeltStep')).BeltStep);
const SwitchMenu = later(async () => (await import('./SwitchMenu')).SwitchMenu, { takesKeys: true });

/** Why it is away for now: it comes back by itself. */
const awayWords = { aside: 'Moved aside, will return', hush: 'waits for the end of the hush', alert: 'waits its turn' };

/** One graphic's switch: it glows while the graphic is on air. */
export const Switch = memo(({ graphic }: { graphic: Graphic }) => {
  const { airing, view, watched, timer, comes, waits, repeats, away, uncarried } = useFacts(graphic.id);
  const template = useShow((show) => show.templates.find((one) => one.id === graphic.template));
  const follower = useShow((show) => show.graphics.find((one) => one.id === graphic.then?.graphic)?.name);
  const standby = useIsStandby(graphic.id);
  const draft = useDraft(graphic.id);
  const asked = useAsked(graphic.id);
  const confirmed = isLit(airing?.phase);
  const lit = asked ? asked === 'light' : confirmed;
  const cut = view?.fits.some((fit) => fit.outcome === 'cut');
  const menu = useMenu();
  const place = useRef<HTMLDivElement>(null);
  // Follows the air: what is lit is seen, also where a full seat scrolls.
  useEffect(() => {
    // On a phone all of the desk scrolls, and would slip away under the thumb.
    if (lit && matchMedia('(min-width: 40rem)').matches) place.current?.scrollIntoView({ block: 'nearest' });
  }, [lit, confirmed]);

  return (
    <>
      <div
        ref={place}
        {...menu.asked}
        data-lit={lit}
        className={clsx(
          'group @container/switch relative flex min-h-[2.5rem] shrink-0 items-center overflow-hidden rounded-[10px] transition-shadow duration-150',
          lit ? 'lit' : 'bg-raised hover:bg-ridge',
          standby && !lit && 'shadow-[inset_0_0_0_1.5px_var(--color-cool)]',
          view?.outside && !lit && !standby && 'shadow-[inset_0_0_0_2px_var(--color-orchid)]',
          asked && 'opacity-80',
        )}
      >
        <button
          type="button"
          aria-pressed={lit}
          data-press={graphic.id}
          // With its words, and without the times: those are for eyes.
          aria-label={`${graphic.name}${confirmed ? ', on air' : standby ? ', in standby' : ''}${view?.outside ? ', outside the frame' : ''}. ${view?.words ?? ''}`}
          title={follower ? `${follower} follows. Shift and press lights it alone.` : undefined}
          onClick={(event) => pressGraphic(graphic.id, undefined, event.shiftKey)}
          className="flex min-w-0 flex-1 items-center gap-2.5 self-stretch rounded-[10px] py-1 pl-3 text-left leading-tight outline-offset-[-3px]"
        >
          <Lamp lit={lit} standby={standby} />
          <span className="@container min-w-0 flex-1 overflow-hidden">
            <span className="flex items-baseline gap-1.5">
              {/* The name gives way, and the time is whole however long it has run. */}
              <span className="min-w-8 truncate font-semibold">{graphic.name}</span>
              {lit && airing?.litAt != null && <OnAir since={airing.litAt} uncarried={uncarried} />}
            </span>
            <span className={clsx('block truncate text-small', lit ? 'text-on-lamp-quiet' : 'text-quiet')}>
              {view?.outside && (
                <b className={clsx('font-semibold', !lit && 'text-orchid')}>⚠ Outside the frame: viewers miss it · </b>
              )}
              {airing?.phase === 'waiting' && <b className="font-semibold">waits for its seat · </b>}
              {airing?.gone && lit && <b className="font-semibold">its row is gone from the feed, and it stays · </b>}
              {view?.barred && (
                <b className={clsx('font-semibold', !lit && 'text-orchid')}>⚠ held back: {view.barred} · </b>
              )}
              {view && view.covered > 0 && !view.barred && <b className="font-semibold">a word is covered · </b>}
              {watched && !lit && <b className="font-semibold">{watched} · </b>}
              {away && !lit && <b className="font-semibold">{awayWords[away]} · </b>}
              {comes !== undefined && !lit && (waits ? 'waits · ' : <Countdown words="comes in" at={comes} />)}
              {lit && airing?.stayEnds != null && <Countdown words="leaves in" at={airing.stayEnds} />}
              {lit && airing?.stepsAt != null && <Countdown words="next card in" at={airing.stepsAt} />}
              {timer && (
                <>
                  <TimerFigures program={timer} onLamp={lit} className={clsx('font-semibold', !lit && 'text-ink')} />
                  {view?.words && ' · '}
                </>
              )}
              {draft && <b className="font-semibold">✎ draft · </b>}
              {cut && '✂ cut off · '}
              {view?.untouched && 'sample words · '}
              {follower && `then ${follower} · `}
              {(lit && airing?.said?.who) || view?.words}
            </span>
          </span>
        </button>
        <span className={clsx('flex items-center gap-0.5 pr-1.5', lit ? 'text-on-lamp-quiet' : 'text-quiet')}>
          {airing?.edited && lit && (
            <button
              type="button"
              aria-label={`Push the edit of ${graphic.name}`}
              onClick={() => void press('push', { graphic: graphic.id })}
              title="It was edited since it was lit. Press to push the edit to air."
              className="grid size-7 place-items-center rounded-md bg-[#2a1a05] text-[#ffd08a]"
            >
              <Upload aria-hidden size={14} />
            </button>
          )}
          {graphic.every != null && (
            <button
              type="button"
              aria-pressed={repeats}
              aria-label={`${graphic.name} comes by itself`}
              title={`By itself every ${clockText(graphic.every)}: ${repeats ? 'on. Press to stop that.' : 'off. Press to begin.'}`}
              onClick={() => void press(repeats ? 'everyOff' : 'every', { graphic: graphic.id })}
              className={clsx(
                'grid size-7 place-items-center rounded-md hover:bg-black/15',
                repeats && !lit && 'bg-ridge text-lamp-soft',
                repeats && lit && 'bg-black/15',
              )}
            >
              <Repeat aria-hidden size={14} />
            </button>
          )}
          {template && <OneMore graphic={graphic} template={template} lit={lit} />}
          {confirmed && <BeltStep graphic={graphic} />}
          {graphic.cards.length > 1 && <CardStep graphic={graphic} />}
          {/* It lies over the end of the words, and is there for whoever reaches for it; where nothing can hover it has a place of its own, if there is room. */}
          <button
            type="button"
            aria-label={`Edit the words of ${graphic.name}`}
            title="Edit its words"
            onClick={() => choose({ graphic: graphic.id })}
            className={clsx(
              '-order-1 -ml-8 grid size-8 place-items-center rounded-md opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 focus-visible:opacity-100 [@media(hover:none)]:ml-0 [@media(hover:none)]:bg-transparent! [@media(hover:none)]:opacity-100 [@media(hover:none)]:@max-[230px]/switch:hidden',
              lit ? 'bg-[#ffb347] hover:bg-pen' : 'bg-ridge hover:bg-line hover:text-ink',
            )}
          >
            <PenLine aria-hidden size={14} />
          </button>
          {graphic.key && <Key className={clsx(keyHint, lit && 'bg-[#7a4a0022]')}>{graphic.key.toUpperCase()}</Key>}
        </span>
        {lit && airing?.stayEnds != null && airing.stay != null && (
          <StayLine ends={airing.stayEnds} stay={airing.stay} />
        )}
      </div>
      {menu.place && <SwitchMenu graphic={graphic} at={menu.place} onClose={menu.close} />}
    </>
  );
});

/** What the news say of a graphic. */
function useFacts(graphic: string) {
  return useLive((live) => {
    const { followers, repeats, asides, hush, alerts, waits } = live.ahead;
    const view = live.switches.get(graphic);
    const repeat = repeats.find((one) => one.graphic === graphic);
    const isOf = (one: { graphic: string }) => one.graphic === graphic;
    const watch = live.ahead.watches.find((one) => isOf(one) && one.holds);
    return {
      airing: airingOf(live, graphic),
      view,
      timer: view?.timer ? live.timers.get(view.timer)?.program : undefined,
      /** When it comes by itself; undefined = it does not. */
      comes: (followers.find(isOf) ?? repeat ?? watch)?.at ?? undefined,
      /** Why what is lit while a feed says so is dark; undefined = it does not say so, or is about to come. */
      watched:
        watch && watch.at == null
          ? watch.isSpent
            ? 'dark by hand until its feed says otherwise'
            : 'waits for its turn'
          : undefined,
      /** Whether what comes by itself waits since lights out. */
      waits,
      /** Whether its *every* is switched on. */
      repeats: repeat !== undefined,
      away: away(),
      /** Whether no output shows it. */
      uncarried: live.epoch !== '' && !isCarried(live.pages),
    };

    function away(): keyof typeof awayWords | undefined {
      if (asides.includes(graphic)) return 'aside';
      if (hush?.waiting.includes(graphic)) return 'hush';
      return alerts.some(isOf) ? 'alert' : undefined;
    }
  });
}

/** Whether it would be lit next, by itself or as a part of a cue. */
function useIsStandby(graphic: string): boolean {
  const standby = useStandby();
  const ofCue = useShow(({ cues }) =>
    cues
      .find((cue) => cue.id === standby.cue)
      ?.steps[0]?.settings.some((one) => one.act === 'light' && one.graphic === graphic),
  );
  return standby.graphic === graphic || !!ofCue;
}

/** Which card is up, and the way to the next. While it is lit the picture changes in place. */
function CardStep({ graphic }: { graphic: Graphic }) {
  const at = Math.max(
    0,
    graphic.cards.findIndex((card) => card.id === graphic.up),
  );
  const step = (by: number): void => void press('step', { graphic: graphic.id, by });
  return (
    <span className="flex items-center rounded-[7px] bg-black/15">
      <button
        type="button"
        aria-label={`${graphic.name}: previous card`}
        onClick={() => step(-1)}
        className="grid h-8 w-6 place-items-center rounded-md hover:bg-black/15"
      >
        <ChevronLeft aria-hidden size={14} />
      </button>
      <span className="text-small">
        {at + 1}/{graphic.cards.length}
      </span>
      <button
        type="button"
        aria-label={`${graphic.name}: next card`}
        title={graphic.nextKey ? `Key ${graphic.nextKey.toUpperCase()}` : undefined}
        onClick={() => step(1)}
        className="grid h-8 w-7 place-items-center rounded-md hover:bg-black/15"
      >
        <ChevronRight aria-hidden size={14} />
      </button>
    </span>
  );
}
