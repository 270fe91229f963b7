import { useCallback, useMemo } from 'react';
import { useLive } from '../live/LiveContext';
import { useShow } from '../show/ShowContext';
import { askedOf, askedStandby, isLit, useAir } from '../show/useAir';

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
        // The air first: what is chosen may come a moment later.
        if (lit) void press('dark', { graphic: id, how });
        else if (!lookFirst) void press('light', { graphic: id, alone, how });
        if (id !== (askedStandby()?.graphic ?? loaded)) choose({ graphic: id });
      },
      cue(id, how) {
        if (lookFirst) choose({ cue: id });
        else void press('cue', { cue: id, how });
      },
      standby(how) {
        const { graphic, cue } = askedStandby() ?? { graphic: loaded, cue: loadedCue };
        if (cue) void press('cue', { cue, how });
        else if (graphic) void press('light', { graphic, how });
      },
    }),
    [airings, loaded, loadedCue, lookFirst, choose, press],
  );
}
