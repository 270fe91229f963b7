import { useCallback, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useLive } from '../live/LiveContext';
import { AirMonitor } from '../monitor/AirMonitor';
import { backdrops, type BackdropName } from '../monitor/Backdrop';
import { PictureView } from '../monitor/PictureView';
import { useBackdrop } from '../monitor/useBackdrop';
import { usePicture } from '../monitor/usePicture';
import { useShow } from '../show/ShowContext';
import { isLit, useAir } from '../show/useAir';
import { Key } from '../ui/Button';
import { Empty } from '../ui/Page';
import { Segmented } from '../ui/Segmented';
import { Map } from './Map';
import { QuickWords } from './QuickWords';

/** The page used during the show. */
export function DeskPage() {
  const { show, edits } = useShow();
  const { news } = useLive();
  const { press, standby } = useAir();
  const [draft, setDraft] = useState<Record<string, string>>({});
  const chosen = show.graphics.find((graphic) => graphic.id === news?.standby);
  const picture = usePicture(chosen?.id, draft);
  const [backdrop, setBackdrop] = useBackdrop();

  const choose = useCallback(
    (id: string | null) => {
      setDraft({});
      void standby(id);
    },
    [standby],
  );
  const lightable = chosen?.id;

  /** Pressing what is lit always darkens it, in every mode. */
  const onPress = useCallback(
    (id: string, alone = false) => {
      const lit = isLit(news?.airings.find((airing) => airing.graphic === id)?.phase);
      if (id !== lightable) choose(id);
      if (lit) void press('dark', id);
      else if (!show.lookFirst) void press('light', id, undefined, alone);
    },
    [news, lightable, choose, press, show.lookFirst],
  );

  // Listens to keys as long as the desk is open; typing in a field is never a press.
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      const typing = target.closest('input, textarea, select, [contenteditable]');
      if (typing || event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const graphic = show.graphics.find((one) => one.key === event.key.toLowerCase());
      if (graphic) {
        event.preventDefault();
        // What was clicked before must not catch the Enter that lights this.
        if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
        onPress(graphic.id);
      } else if (event.key === 'Enter' && show.lookFirst && lightable) {
        const control = target.closest<HTMLElement>('button, a');
        if (control && control.dataset.press !== lightable) return;
        event.preventDefault();
        void press('light', lightable);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [show, onPress, press, lightable]);

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
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(300px,32%)] gap-[18px] px-[18px] pt-1.5 pb-4">
      <section className="grid min-h-0 grid-rows-[auto_1fr] gap-3">
        <div className="flex h-9 items-center gap-3.5">
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
        </div>
        <Map onPress={onPress} onChoose={choose} />
      </section>
      <aside className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] gap-3 overflow-y-auto p-1 pr-1.5">
        <div>
          <div className="mb-1.5 flex items-center justify-between text-xs">
            <h2 className="font-semibold text-lamp-soft">On air</h2>
            <select
              aria-label="Backdrop"
              value={backdrop}
              onChange={(event) => setBackdrop(event.target.value as BackdropName)}
              className="rounded-md bg-transparent text-right text-quiet hover:bg-panel"
            >
              {backdrops.map((name) => (
                <option key={name} value={name} className="bg-panel">
                  backdrop: {name}
                </option>
              ))}
            </select>
          </div>
          <AirMonitor className="rounded-xl shadow-[0_0_0_2px_var(--color-lamp),0_0_30px_#ffb34733]" />
        </div>
        <div>
          <div className="mb-1.5 flex items-center justify-between text-xs">
            <h2 className="shrink-0 pr-3 font-semibold text-cool">Standby</h2>
            <span className="truncate text-quiet">{chosen?.name ?? 'nothing chosen'}</span>
          </div>
          <PictureView
            picture={chosen && picture.data}
            label="Standby"
            className="rounded-xl shadow-[0_0_0_1.5px_#4f7480]"
          />
        </div>
        {chosen ? (
          <QuickWords
            key={chosen.id}
            graphic={chosen}
            draft={draft}
            onDraft={setDraft}
            fits={picture.data?.fits}
            onLight={show.lookFirst ? () => void press('light', chosen.id) : undefined}
          />
        ) : (
          <p className="rounded-[14px] bg-panel p-3 text-quiet">
            Press a switch, or its pen, and its words can be edited here. <Key>1</Key> to <Key>9</Key> press the
            switches that carry these keys.
          </p>
        )}
      </aside>
    </div>
  );
}
