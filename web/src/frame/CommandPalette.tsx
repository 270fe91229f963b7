import { Command } from 'cmdk';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useDesk } from '../desk/useDesk';
import { useLive } from '../live/LiveContext';
import { useShow } from '../show/ShowContext';
import { isLit, useAir } from '../show/useAir';
import { Key } from '../ui/Button';
import { openKeyList } from '../show/keyList';
import { places } from './places';

interface Deed {
  group: string;
  words: string;
  /** Shown at its right. */
  key?: string | null;
  run(): void;
}

/** Everything by name: Ctrl+K, a few letters, Enter. */
export function CommandPalette() {
  const [open, setOpen] = useState(false);
  // The key works wherever one is, also while typing.
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key.toLowerCase() !== 'k' || !(event.ctrlKey || event.metaKey) || event.shiftKey || event.altKey)
        return;
      event.preventDefault();
      setOpen((now) => !now);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <Command.Dialog
      open={open}
      onOpenChange={setOpen}
      label="Do anything by its name"
      overlayClassName="fixed inset-0 z-40 bg-black/50"
      contentClassName="fixed inset-x-0 top-[14vh] z-40 mx-auto w-[min(560px,92vw)] overflow-hidden rounded-2xl bg-panel shadow-[0_20px_60px_#000a,inset_0_0_0_1px_var(--color-line)]"
    >
      {open && <Deeds onDone={() => setOpen(false)} />}
    </Command.Dialog>
  );
}

function Deeds({ onDone }: { onDone(): void }) {
  const deeds = useDeeds();
  const groups = [...new Set(deeds.map((deed) => deed.group))];
  return (
    <>
      <Command.Input
        placeholder="What shall happen?"
        className="w-full bg-transparent px-5 py-4 text-[15px] outline-none placeholder:text-faint"
      />
      <Command.List className="max-h-[52vh] overflow-y-auto p-2 pt-0">
        <Command.Empty className="px-3 py-4 text-quiet">Nothing is called that.</Command.Empty>
        {groups.map((group) => (
          <Command.Group
            key={group}
            heading={group}
            className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[11.5px] [&_[cmdk-group-heading]]:text-faint"
          >
            {deeds
              .filter((deed) => deed.group === group)
              .map((deed) => (
                <Command.Item
                  key={deed.words}
                  value={deed.words}
                  onSelect={() => {
                    onDone();
                    deed.run();
                  }}
                  className="flex cursor-default items-center justify-between gap-3 rounded-lg px-3 py-2 data-[selected=true]:bg-ridge"
                >
                  <span className="truncate">{deed.words}</span>
                  {deed.key && <Key>{deed.key.toUpperCase()}</Key>}
                </Command.Item>
              ))}
          </Command.Group>
        ))}
      </Command.List>
    </>
  );
}

const how = 'the palette';

function useDeeds(): Deed[] {
  const { show, edits } = useShow();
  const { news } = useLive();
  const { press } = useAir();
  const desk = useDesk();
  const navigate = useNavigate();
  return useMemo(() => {
    const lit = new Set(news?.airings.filter((one) => isLit(one.phase)).map((one) => one.graphic));
    const air = (words: string, run: () => void, key?: string | null): Deed => ({ group: 'On air', words, run, key });
    const go = (words: string, to: string): Deed => ({ group: 'Go to', words, run: () => void navigate(to) });
    const nameOf = (id: string) => show.graphics.find((one) => one.id === id)?.name ?? '';
    const runs = (id: string) => news?.timers.find((one) => one.timer === id)?.running ?? false;
    const timed = (timer: string, act: 'start' | 'pause' | 'reset') => () => void press('timer', { timer, act, how });
    return [
      ...show.timers.flatMap((one) => [
        air(
          `${runs(one.id) ? 'Pause' : 'Start'} ${one.name}`,
          timed(one.id, runs(one.id) ? 'pause' : 'start'),
          one.key,
        ),
        air(`${one.name} back to its beginning`, timed(one.id, 'reset')),
      ]),
      ...show.graphics.map((one) =>
        air(
          lit.has(one.id)
            ? `Switch off ${one.name}`
            : show.lookFirst
              ? `Put ${one.name} in standby`
              : `Light ${one.name}`,
          () => desk.graphic(one.id, how),
          one.key,
        ),
      ),
      ...show.cues.map((cue) => air(`Run the cue ${cue.name}`, () => desk.cue(cue.id, how), cue.key)),
      air('Lights out', () => void press('lightsOut', { how })),
      ...(news?.lightsOut ? [air('Lights back', () => void press('lightsBack', { how }))] : []),
      ...(news?.takeBack ? [air('Take back the last act on air', () => void press('takeBack', { how }))] : []),
      news?.hush
        ? air('End the hush', () => void press('hushOver', { run: true, how }))
        : air('Hush: what comes by itself waits', () => void press('hush', { how })),
      ...(news?.last ?? []).map((one) =>
        air(`Bring back ${nameOf(one.graphic)}`, () => void press('bringBack', { seat: one.seat, how })),
      ),
      ...show.graphics
        .filter((one) => one.cards.length > 1)
        .map((one) => air(`Next card of ${one.name}`, () => void press('step', { graphic: one.id, how }), one.nextKey)),
      ...show.graphics
        .filter((one) => one.every != null)
        .map((one) => {
          const on = news?.repeats.some((repeat) => repeat.graphic === one.id);
          return air(
            on ? `Stop ${one.name} coming by itself` : `Let ${one.name} come by itself`,
            () => void press(on ? 'everyOff' : 'every', { graphic: one.id, how }),
          );
        }),
      ...places.map((place) => go(place.name, place.to)),
      ...show.graphics.map((one) => go(`Set up ${one.name}`, `/graphics/${one.id}`)),
      {
        group: 'Ways of working',
        words: show.lookFirst ? 'Straight to air: a press lights' : 'Look first: a press loads standby',
        run: () => void edits.show({ lookFirst: !show.lookFirst }),
      },
      {
        group: 'Ways of working',
        words: show.liveEdits ? 'Edits wait for a push' : 'Live edits: typing goes to air',
        run: () => void edits.show({ liveEdits: !show.liveEdits }),
      },
      {
        group: 'Ways of working',
        words: show.loudness.muted ? 'Hear the sounds of graphics again' : 'Mute the sounds of graphics',
        run: () => void edits.show({ loudness: { ...show.loudness, muted: !show.loudness.muted } }),
      },
      ...show.brands
        .filter((brand) => brand.name !== show.brand.name)
        .map((brand) => ({
          group: 'Ways of working',
          words: `Wear the brand ${brand.name}`,
          run: () => void edits.wearBrand(brand.name, false),
        })),
      { group: 'Ways of working', words: 'All keys', key: '?', run: openKeyList },
    ];
  }, [show, edits, news, press, desk, navigate]);
}
