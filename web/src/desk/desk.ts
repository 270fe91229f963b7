import { useStore } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { createStore } from 'zustand/vanilla';
import { useLive } from '../live/live';
import { isLitForHand, press, putInStandby, standbyNow, type Choice } from '../show/air';
import { edits } from '../show/edits';
import { showNow, useShow } from '../show/show';

/** What is chosen for editing on this page. Other desks choose for themselves. */
const chosen = createStore<Choice>()(
  persist((): Choice => ({}), { name: 'sidelamp:chosen', storage: createJSONStorage(() => sessionStorage) }),
);

export function useChosen(): Choice {
  return useStore(chosen);
}

export const chosenNow = (): Choice => chosen.getState();

/** What would be lit next: what was loaded for all desks in look first, else what this page has chosen. */
export function useStandby(): Choice {
  const own = useChosen();
  const shared = useLive(({ standby }) => standby);
  return useShow(({ lookFirst }) => lookFirst) ? shared : own;
}

/** Chooses what is edited here; in look first it is loaded for all desks, too. Nothing clears it. */
export function choose(choice: Choice): void {
  chosen.setState(choice, true);
  if (showNow().lookFirst) void putInStandby(choice);
}

/** Presses a switch, whatever it is pressed with: what is lit is darkened, in every mode. `alone` lights without what would follow. */
export function pressGraphic(graphic: string, how?: string, alone = false): void {
  const { lookFirst } = showNow();
  // The air first: what is chosen may come a moment later.
  if (isLitForHand(graphic)) void press('dark', { graphic, how });
  else if (!lookFirst) void press('light', { graphic, alone, how });
  const at = lookFirst ? standbyNow() : chosenNow();
  if (at.graphic !== graphic || at.cue || chosenNow().graphic !== graphic) choose({ graphic });
}

export function pressCue(cue: string, how?: string): void {
  if (showNow().lookFirst) choose({ cue });
  else void press('cue', { cue, how });
}

/** Lights what is in standby, or was asked for last. */
export function lightStandby(how?: string): void {
  const { graphic, cue } = showNow().lookFirst ? standbyNow() : chosenNow();
  if (cue) void press('cue', { cue, how });
  else if (graphic) void press('light', { graphic, how });
}

/** Whether a press lights at once, or loads standby. What is chosen here stays before one's eyes. */
export function setLookFirst(lookFirst: boolean): void {
  void edits.show({ lookFirst });
  if (lookFirst && (chosenNow().graphic ?? chosenNow().cue)) void putInStandby(chosenNow());
}
