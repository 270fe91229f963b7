import clsx from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { openKeyList } from '../show/keyList';
import { useLive } from '../live/LiveContext';
import { AirMonitor } from '../monitor/AirMonitor';
import { backdrops, type BackdropName } from '../monitor/Backdrop';
import { useBackdrop } from '../monitor/useBackdrop';
import { usePicture } from '../monitor/usePicture';
import { isUnseen } from '../show/carried';
import { useShow } from '../show/ShowContext';
import { Button, Key } from '../ui/Button';
import { Empty } from '../ui/Page';
import { Segmented } from '../ui/Segmented';
import { CueNote } from './CueNote';
import { Cues } from './Cues';
import { LoudnessControl } from './LoudnessControl';
import { SeatMap } from './SeatMap';
import { QuickWords } from './QuickWords';
import { StandbyMonitor } from './StandbyMonitor';
import { Strip } from './Strip';
import { Timers } from './Timers';
import { useDesk } from './useDesk';
import { useDeskKeys } from './useDeskKeys';

const noWords: Record<string, string> = {};

/** The page used during the show. */
export function DeskPage() {
  const { show, edits } = useShow();
  const { news, up } = useLive();
  const desk = useDesk();
  const [typed, setTyped] = useState({ for: '', words: noWords });
  const chosen = show.graphics.find((graphic) => graphic.id === news?.standby);
  const cue = show.cues.find((one) => one.id === news?.standbyCue);
  // A draft belongs to the card that it was typed for.
  const typedFor = `${chosen?.id}/${chosen?.up}`;
  const draft = typed.for === typedFor ? typed.words : noWords;
  const setDraft = (words: Record<string, string>): void => setTyped({ for: typedFor, words });
  const picture = usePicture(chosen?.id, draft);
  const [backdrop, setBackdrop] = useBackdrop();
  useDeskKeys(desk);
  const unseen = !!news && isUnseen(news);

  if (show.graphics.length === 0) {
    return (
      <Empty title="Nothing to light yet.">
        <p>
          Take a graphic from the shelf, fill in its words, and its switch appears here, where it will stand in the
          picture.
        </p>
        <Link to="/graphics" className="rounded-[10px] bg-cool px-3 py-2 font-semibold text-on-cool">
          Go to Graphics
        </Link>
      </Empty>
    );
  }

  return (
    <div
      className={clsx(
        'grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(300px,32%)] gap-[18px] px-[18px] pt-1.5 pb-2 transition-opacity duration-150',
        // On a tablet held upright the monitors stand above the map, and the map keeps its width.
        'max-[940px]:grid-cols-[minmax(0,1fr)] max-[940px]:grid-rows-[auto_minmax(0,1fr)] max-[940px]:gap-2',
        // What is seen may be old: the page looks like it.
        !up && 'opacity-55 saturate-50',
      )}
    >
      <section className="flex min-h-0 min-w-0 flex-col gap-1.5">
        <div className="flex h-9 items-center gap-3">
          <h1 className="text-[15px] font-bold">Desk</h1>
          <Segmented
            label="What a press does"
            value={show.lookFirst ? 'look' : 'air'}
            choices={[
              { value: 'air', words: 'Straight to air' },
              { value: 'look', words: 'Look first' },
            ]}
            onChoose={(value) => void edits.show({ lookFirst: value === 'look' })}
          />
          <Segmented
            label="When edits of what is lit go to air"
            value={show.liveEdits ? 'live' : 'push'}
            choices={[
              { value: 'push', words: 'Edits wait' },
              { value: 'live', words: 'Live edits' },
            ]}
            onChoose={(value) => {
              void edits.show({ liveEdits: value === 'live' });
              if (value === 'live') toast('What you type in a lit graphic now goes to air as it is kept.');
            }}
          />
          <span className="ml-auto flex items-center gap-1">
            <LoudnessControl />
            <Button kind="bare" onClick={openKeyList} title="All keys">
              Keys <Key>?</Key>
            </Button>
          </span>
        </div>
        <SeatMap desk={desk} />
        <Cues desk={desk} />
        <Timers />
        <Strip />
      </section>
      <aside
        className={clsx(
          'grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] gap-2.5 overflow-y-auto p-1 pr-1.5',
          // However long the words are, the map stays where it is.
          'max-[940px]:-order-1 max-[940px]:grid-cols-[266px_minmax(0,1fr)] max-[940px]:grid-rows-[repeat(2,172px)] max-[940px]:overflow-hidden',
          'max-[940px]:[&>:last-child]:col-start-2 max-[940px]:[&>:last-child]:row-span-2 max-[940px]:[&>:last-child]:row-start-1',
        )}
      >
        <div>
          <div className="mb-1.5 flex items-center justify-between text-xs">
            <h2 className={clsx('shrink-0 pr-3 font-semibold', unseen ? 'text-orchid' : 'text-lamp-soft')}>
              {unseen ? 'On air, seen by nobody' : 'On air'}
            </h2>
            <select
              aria-label="Backdrop"
              value={backdrop}
              onChange={(event) => setBackdrop(event.target.value as BackdropName)}
              className="min-w-0 truncate rounded-md bg-transparent text-right text-quiet hover:bg-panel"
            >
              {backdrops.map((name) => (
                <option key={name} value={name} className="bg-panel">
                  backdrop: {name}
                </option>
              ))}
            </select>
          </div>
          <AirMonitor
            onChoose={(graphic) => desk.choose({ graphic })}
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
            <span className="truncate text-quiet">{cue ? `cue ${cue.name}` : (chosen?.name ?? 'nothing chosen')}</span>
          </div>
          <StandbyMonitor draft={draft} className="rounded-xl shadow-[0_0_0_1.5px_#4f7480]" />
        </div>
        {chosen ? (
          <QuickWords
            key={chosen.id}
            graphic={chosen}
            draft={draft}
            onDraft={setDraft}
            fits={picture.data?.fits}
            onLight={show.lookFirst ? () => desk.standby() : undefined}
          />
        ) : cue ? (
          <CueNote cue={cue} onRun={() => desk.standby()} />
        ) : (
          <p className="self-start rounded-[14px] bg-panel p-3 text-quiet">
            Press a switch, or the pen that comes with the pointer, and its words can be edited here. <Key>1</Key> to{' '}
            <Key>9</Key> press the switches that carry these keys; <Key>?</Key> shows them all.
          </p>
        )}
      </aside>
    </div>
  );
}
