import clsx from 'clsx';
import { Link } from 'wouter';
import { useLive } from '../live/live';
import { AirMonitor } from '../monitor/AirMonitor';
import { screens } from '../monitor/screens';
import { isUnseen } from '../show/carried';
import { useShow } from '../show/show';
import { Key } from '../ui/Button';
import { later } from '../ui/later';
import { Empty } from '../ui/Page';
import { Cues } from './Cues';
import { useChatOpen } from './chatDrawer';
import { DeskHead } from './DeskHead';
import { FindField } from './FindField';
import { useFind } from './deskView';
import { useEditedPage } from './pageEditing';
import { choose, lightStandby, useChosen, useStandby } from './desk';
import { SeatMap } from './SeatMap';

/** Stands where standby will be, until what draws it has come. */
function NoStandby({ className }: { className?: string }) {
  const { width, height } = useShow((show) => show.canvas);
  return <div className={clsx('bg-pit', className)} style={{ aspectRatio: `${width} / ${height}` }} />;
}

const StandbyMonitor = later(async () => (await import('./StandbyMonitor')).StandbyMonitor, { meanwhile: NoStandby });
const Strip = later(async () => (await import('./Strip')).Strip);
const TimersAndRows = later(async () => (await import('./TimersAndRows')).TimersAndRows);
const SessionOffer = later(async () => (await import('./SessionOffer')).SessionOffer);
const ChatDrawer = later(async () => (await import('./ChatDrawer')).ChatDrawer);
const CueNote = later(async () => (await import('./CueNote')).CueNote);
const BackdropChoice = later(async () => (await import('../monitor/BackdropChoice')).BackdropChoice);
const PopOut = later(async () => (await import('../monitor/PopOut')).PopOut);
const PageRow = later(async () => (await import('./PageRow')).PageRow);
const PageEditor = later(async () => (await import('./PageEditor')).PageEditor, { takesKeys: true });
const QuickWords = later(async () => (await import('./QuickWords')).QuickWords);

/** The page used during the show. */
export function DeskPage() {
  const show = useShow(({ graphics, deskPages }) => ({ none: graphics.length === 0, pages: deskPages }));
  const up = useLive((live) => live.up);
  const unseen = useLive(isUnseen);
  const chatOpen = useChatOpen();
  const find = useFind();
  const edited = useEditedPage();
  const editedPage = show.pages.find((page) => page.id === edited);

  if (show.none) {
    return (
      <Empty title="Nothing to light yet.">
        <p>
          Take a graphic from the shelf, fill in its words, and its switch appears here, where it will stand in the
          picture.
        </p>
        <Link to="/begin" className="rounded-[10px] bg-cool px-3 py-2 font-semibold text-on-cool">
          Begin with three questions
        </Link>
        <Link to="/graphics" className="link">
          Go to Graphics
        </Link>
      </Empty>
    );
  }

  return (
    <div
      className={clsx(
        'grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(18.75rem,32%)] gap-[18px] px-[18px] pt-1.5 pb-2 transition-opacity duration-150',
        // On a tablet held upright the monitors stand above the map, and the map keeps its width.
        'max-[940px]:grid-cols-[minmax(0,1fr)] max-[940px]:grid-rows-[auto_minmax(0,1fr)] max-[940px]:gap-2',
        // On a phone all of it lies in one column, the switches first, and scrolls.
        'max-sm:flex! max-sm:flex-col max-sm:overflow-y-auto max-sm:px-3',
        // What is seen may be old: the page looks like it.
        !up && 'opacity-55 saturate-50',
      )}
    >
      <section className="flex min-h-0 min-w-0 flex-col gap-1.5 max-sm:shrink-0">
        <DeskHead />
        <div className="flex min-w-0 items-center gap-1.5 empty:hidden">
          <PageRow />
          {find !== null && <FindField find={find} />}
        </div>
        <SeatMap />
        <Cues />
        <TimersAndRows />
        <div className="min-h-9">
          <Strip />
        </div>
      </section>
      <aside
        className={clsx(
          'grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] gap-2.5 overflow-y-auto p-1 pr-1.5',
          // Each has its row, whatever lies over two of them.
          '[&>:nth-child(-n+3)]:col-start-1 [&>:nth-child(2)]:row-start-2 [&>:nth-child(3)]:row-start-3',
          // However long the words are, the map stays where it is.
          'max-[940px]:-order-1 max-[940px]:grid-cols-[16.625rem_minmax(0,1fr)] max-[940px]:grid-rows-[repeat(2,10.75rem)] max-[940px]:overflow-hidden',
          'max-[940px]:[&>:nth-child(3)]:col-start-2 max-[940px]:[&>:nth-child(3)]:row-span-2 max-[940px]:[&>:nth-child(3)]:row-start-1',
          'max-sm:order-none! max-sm:flex! max-sm:shrink-0 max-sm:flex-col max-sm:overflow-visible!',
        )}
      >
        <div>
          <div className="mb-1.5 flex items-center justify-between text-xs">
            <h2 className={clsx('shrink-0 pr-3 font-semibold', unseen ? 'text-orchid' : 'text-lamp-soft')}>
              {unseen ? 'On air, seen by nobody' : 'On air'}
            </h2>
            <span className="flex min-w-0 items-center">
              <BackdropChoice />
              <PopOut to={screens.air} name="On air" />
            </span>
          </div>
          <AirMonitor
            onChoose={(graphic) => choose({ graphic })}
            className={clsx(
              'rounded-xl',
              unseen
                ? 'shadow-[0_0_0_2px_var(--color-orchid)]'
                : 'shadow-[0_0_0_2px_var(--color-lamp),0_0_30px_#ffb34733]',
            )}
          />
        </div>
        <div>
          <div className="mb-1.5 flex items-center justify-between text-xs">
            <h2 className="shrink-0 pr-3 font-semibold text-cool">Standby</h2>
            <span className="flex min-w-0 items-center gap-1">
              <StandbyName />
              <PopOut to={screens.standby} name="Standby" />
            </span>
          </div>
          <StandbyMonitor className="rounded-xl shadow-[0_0_0_1.5px_#4f7480]" />
        </div>
        <div className="grid min-h-0 auto-rows-min content-start gap-2.5">
          <SessionOffer />
          <Chosen />
        </div>
        {chatOpen && (
          // What lies beneath stays as it is, also words that are being typed.
          <div className="z-10 col-start-1 row-span-2 row-start-2 grid max-[940px]:col-start-2 max-[940px]:row-start-1">
            <ChatDrawer />
          </div>
        )}
      </aside>
      {editedPage && <PageEditor page={editedPage} />}
    </div>
  );
}

function StandbyName() {
  const standby = useStandby();
  const name = useShow(({ cues, graphics }) => {
    const cue = cues.find((one) => one.id === standby.cue);
    return cue ? `cue ${cue.name}` : (graphics.find((one) => one.id === standby.graphic)?.name ?? 'nothing chosen');
  });
  return <span className="truncate text-quiet">{name}</span>;
}

/** What is chosen on this page: its words, edited at once, or what a cue would do. */
function Chosen() {
  const chosen = useChosen();
  const graphic = useShow(({ graphics }) => graphics.find((one) => one.id === chosen.graphic));
  const cue = useShow(({ cues }) => cues.find((one) => one.id === chosen.cue));
  if (graphic) return <QuickWords key={graphic.id} graphic={graphic} />;
  if (cue) return <CueNote cue={cue} onRun={() => lightStandby()} />;
  return (
    <p className="self-start rounded-[14px] bg-panel p-3 text-quiet">
      Press a switch, or the pen that comes with the pointer, and its words can be edited here. <Key>1</Key> to{' '}
      <Key>9</Key> press the switches that carry these keys; <Key>?</Key> shows them all.
    </p>
  );
}
