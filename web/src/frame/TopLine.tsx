import clsx from 'clsx';
import { Check, TriangleAlert, X } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { useKeeping } from '../show/mutations';
import { ageText } from '../show/format';
import { troubleOf } from '../show/carried';
import { KeptText } from '../show/KeptText';

import { edits } from '../show/edits';
import { useShow, type Show } from '../show/show';
import { litIn, press } from '../show/air';
import { Button } from '../ui/Button';
import { dismiss, useAlarm, type Alarm } from './useAlarm';

/** The same everywhere: the show, what is lit now, how the outside is doing, and lights out. */
export function TopLine() {
  const show = useShow(({ name, graphics }) => ({ name, graphics }));
  const back = useLive((live) => live.back);
  const waits = useLive((live) => live.ahead.waits);
  const lit = useLive(litIn);

  const alarm = useAlarm();
  const small = lit.length > mostInARow;

  return (
    <div className="flex h-[3.25rem] items-center gap-[18px] px-[18px] max-sm:h-auto max-sm:min-h-[3.25rem] max-sm:flex-wrap max-sm:gap-2 max-sm:px-3 max-sm:pt-1">
      <div className="w-40 shrink-0 max-[940px]:w-28 max-sm:hidden">
        <KeptText
          aria-label="Name of the show"
          value={show.name}
          onKeep={(name, from) => edits.show({ name }, from)}
          className="bg-transparent! px-0! py-0! text-title font-bold text-ellipsis shadow-none! hover:bg-panel!"
        />
        <KeepingNote />
      </div>
      {alarm?.away ? (
        <AlarmPlate alarm={alarm} className="flex-1" />
      ) : (
        <>
          <ul
            aria-label="On air now"
            className={clsx(
              '-mx-3 min-w-0 flex-1 gap-x-1.5 px-3',
              // However many there are, each is seen: its name gives way.
              small ? 'grid auto-cols-[minmax(0,max-content)] grid-flow-col grid-rows-2 gap-y-1' : 'flex',
            )}
          >
            {lit.map((airing) => (
              <LitLamp key={airing.id} airing={airing} small={small} />
            ))}
          </ul>
          {alarm && (
            <AlarmPlate
              alarm={alarm}
              className="max-sm:order-last max-sm:h-9 max-sm:w-full! max-sm:shrink-0 w-[21.25rem] shrink max-[940px]:w-[15.625rem]"
            />
          )}
          <div className="flex shrink-0 gap-3.5 text-xs text-quiet max-sm:hidden">
            {!alarm && <OutputsFact />}
            <FeedsFact quiet={!!alarm} />
            <ChatFact quiet={!!alarm} />
          </div>
          {waits && (
            <div className="flex shrink-0 items-center gap-2 text-xs text-quiet">
              <span className={clsx(alarm ? 'sr-only' : 'max-w-32 leading-tight max-[1100px]:sr-only')}>
                What comes by itself waits.
              </span>
              <Button
                kind="plain"
                title="Repeats, what follows and alerts come again. What was put out stays dark."
                onClick={() => void press('letThemCome')}
              >
                Let them come
              </Button>
            </div>
          )}
          {back.lightsOut && (
            <Button
              kind="plain"
              title={`${broughtBack(show.graphics, back.bringsBack)} On the desk: Shift ↵`}
              onClick={() => void press('lightsBack')}
            >
              Lights back
            </Button>
          )}
          <Button
            kind="lamp"
            title="All dark at once. On the desk: Shift ⌫"
            onClick={() => void press('lightsOut')}
            className="min-h-10"
          >
            Lights out
          </Button>
        </>
      )}
    </div>
  );
}

/** How edits are doing. Its age is for eyes: it is not said each second. */
function KeepingNote() {
  const keeping = useKeeping();
  return (
    <div className="text-small text-quiet">
      <span role="status">
        {keeping === null && 'All changes saved'}
        {keeping?.state === 'keeping' && 'Saving …'}
        {keeping?.state === 'kept' && 'Saved'}
        {keeping?.state === 'refused' && 'Not saved'}
        {keeping?.state === 'waits' && 'Not saved yet: the disk'}
      </span>
      {keeping?.state === 'kept' && <Age at={keeping.at} />}
    </div>
  );
}

function Age({ at }: { at: number }) {
  return <span aria-hidden> {ageText(useNow() - at)}</span>;
}

/** What lights back would light, in words. */
function broughtBack(all: Show['graphics'], graphics: readonly string[]): string {
  const names = graphics.map((id) => all.find((graphic) => graphic.id === id)?.name ?? 'deleted');
  return names.length === 0 ? 'Nothing was lit.' : `Lights again: ${names.join(', ')}.`;
}

/** More lamps than this stand in two rows. */
const mostInARow = 5;

/** What is lit, and the press that switches it off. */
function LitLamp({ airing, small }: { airing: Schemas['AiringView']; small: boolean }) {
  const name = useShow((show) => show.graphics.find((graphic) => graphic.id === airing.graphic)?.name ?? 'deleted');
  return (
    <li className="min-w-0">
      <button
        type="button"
        onClick={() => void press('dark', { graphic: airing.graphic, how: 'the top line' })}
        title={`${name} is on air. Press to switch it off.`}
        className={clsx(
          'lit flex w-full items-center gap-1.5 rounded-full px-2.5 font-semibold',
          small ? 'h-[1.375rem] max-w-36 text-small' : 'max-w-44 py-1 text-xs',
        )}
      >
        <span aria-hidden className="size-2 shrink-0 rounded-full bg-[#8a4b00]" />
        <span className="sr-only">On air: </span>
        <span className="truncate">{name}</span>
      </button>
    </li>
  );
}

/** It stands in the top line, wherever one is, and moves nothing: a switch never slips away from under the finger. */
function AlarmPlate({ alarm, className }: { alarm: Alarm; className: string }) {
  return (
    <p
      role="alert"
      title={`${alarm.title} ${alarm.words}`}
      className={clsx(
        'flex h-11 min-w-0 items-center gap-2.5 rounded-[10px] px-3 leading-tight',
        className,
        alarm.away
          ? 'bg-orchid font-semibold text-on-orchid'
          : 'bg-orchid/15 text-xs shadow-[inset_0_0_0_1.5px_var(--color-orchid)]',
      )}
    >
      <TriangleAlert aria-hidden size={18} className={clsx('shrink-0', !alarm.away && 'text-orchid')} />
      <span className="line-clamp-2">
        <b>{alarm.title}</b> {alarm.words}
      </span>
      {alarm.finding && (
        <button
          type="button"
          aria-label="I have seen this"
          onClick={() => dismiss(alarm.finding!)}
          className="-mr-1.5 ml-auto grid size-7 shrink-0 place-items-center rounded-md hover:bg-orchid/20"
        >
          <X aria-hidden size={14} />
        </button>
      )}
    </p>
  );
}

/** How many pages show the outputs, and what is the matter with them. */
function OutputsFact() {
  const pages = useLive((live) => [...live.pages.values()]);
  const told = useLive((live) => live.epoch !== '');
  const show = useShow(({ canvas, loudness }) => ({ canvas, loudness }));
  if (!told) return null;
  const trouble = pages.map((page) => page.awake && troubleOf(page, show)).find((one) => one);
  const showing = pages.filter((page) => page.awake).length;
  if (showing === 0) return <Fact>no output showing</Fact>;
  return (
    <Fact well={!trouble}>
      <b className="font-semibold text-ink">{showing}</b> {showing === 1 ? 'output' : 'outputs'} showing
      {trouble && `, ${trouble}`}
    </Fact>
  );
}

/** How the feeds are. Beside an alarm only trouble is worth the room. */
function FeedsFact({ quiet }: { quiet: boolean }) {
  const healths = useLive((live) => [...live.feeds.values()].map((feed) => feed.health));
  const count = (...wanted: string[]) => healths.filter((health) => wanted.includes(health)).length;
  const troubled = count('stale', 'failing');
  const many = troubled || (quiet ? 0 : count('fresh'));
  if (many === 0) return null;
  return (
    <Fact well={troubled === 0}>
      <b className="font-semibold text-ink">{many}</b> {many === 1 ? 'feed' : 'feeds'}{' '}
      {troubled > 0 ? 'in trouble' : 'fresh'}
    </Fact>
  );
}

/** Whether chat is heard. Where no chat is set up there is nothing to say. */
function ChatFact({ quiet }: { quiet: boolean }) {
  const sources = useLive((live) => live.chatIn?.sources.filter((one) => one.health !== 'off') ?? []);
  const troubled = sources.some((one) => one.health !== 'connected');
  if (sources.length === 0 || (quiet && !troubled)) return null;
  return <Fact well={!troubled}>{troubled ? 'chat not connected' : 'chat'}</Fact>;
}

function Fact({ well, children }: { well?: boolean; children: ReactNode }) {
  return (
    <span className="flex items-center gap-1">
      {well ? (
        <Check aria-hidden size={14} className="text-moss" />
      ) : (
        <TriangleAlert aria-hidden size={14} className="text-orchid" />
      )}
      <span>{children}</span>
    </span>
  );
}
