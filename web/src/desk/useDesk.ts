import { useCallback, useMemo } from 'react';
import { useLive } from '../live/LiveContext';
import { useShow } from '../show/ShowContext';
import { askedOf, isLit, useAir } from '../show/useAir';

/** What presses do on the desk, whatever they are made with. `how` names that for the trail. */
export interface Desk {
  /** Pressing what is lit always darkens it, in every mode. `alone` lights without what would follow. */
  graphic(id: string, how?: string, alone?: boolean): void;
  cue(id: string, how?: string): void;
  /** Lights what is in standby. */
  standby(how?: string): void;
  /** Loads standby; nothing clears it. */
  choose(choice: { graphic?: string; cue?: string }): void;
}

export function useDesk(): Desk {
  const { show } = useShow();
  const { news } = useLive();
  const { press, standby } = useAir();
  const { lookFirst } = show;
  const [loaded, loadedCue] = [news?.standby, news?.standbyCue];
  const airings = news?.airings;

  const choose = useCallback((choice: { graphic?: string; cue?: string }) => void standby(choice), [standby]);
  return useMemo<Desk>(
    () => ({
      choose,
      graphic(id, how, alone = false) {
        // A press that follows another before its answer takes it back.
        const asked = askedOf(id);
        const lit = asked ? asked === 'light' : isLit(airings?.find((airing) => airing.graphic === id)?.phase);
        if (id !== loaded) choose({ graphic: id });
        if (lit) void press('dark', { graphic: id, how });
        else if (!lookFirst) void press('light', { graphic: id, alone, how });
      },
      cue(id, how) {
        if (lookFirst) choose({ cue: id });
        else void press('cue', { cue: id, how });
      },
      standby(how) {
        if (loadedCue) void press('cue', { cue: loadedCue, how });
        else if (loaded) void press('light', { graphic: loaded, how });
      },
    }),
    [airings, loaded, loadedCue, lookFirst, choose, press],
  );
}
