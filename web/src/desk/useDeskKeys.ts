import { useLayoutEffect } from 'react';
import { useLive } from '../live/LiveContext';
import { useShow } from '../show/ShowContext';
import { askedStandby, useAir } from '../show/useAir';
import { fixedKeys } from './fixedKeys';
import { keysOf } from './keys';
import { isTyping } from '../ui/isTyping';
import type { Desk } from './useDesk';

/** Listens to the keys as long as the desk is open; typing in a field is never a press, nor is a key in a dialog. */
export function useDeskKeys(desk: Desk): void {
  const { show, edits } = useShow();
  const { news } = useLive();
  const { press } = useAir();
  const timers = news?.timers;
  const loaded = news?.standbyCue ?? news?.standby;

  // Keys are the window's: the desk hears them wherever the focus is, and from the moment its switches are seen.
  useLayoutEffect(() => {
    const running = (id: string) => timers?.find((one) => one.timer === id)?.running ?? false;
    const keys = new Map(keysOf(show, desk, press, running).map((one) => [one.key, one]));
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      if (isTyping(target) || target.closest('[role="dialog"]:not([data-hears-keys]), [role="menu"]')) return;
      const fixed = fixedKeys.find((one) => one.is(event));
      if (fixed) {
        event.preventDefault();
        if (!event.repeat) fixed.run(show, news, press, edits);
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const key = keys.get(event.key.toLowerCase());
      if (key) {
        event.preventDefault();
        // What was clicked before must not catch the Enter that lights this.
        if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
        key.run();
      } else if (event.key === 'Enter' && show.lookFirst) {
        const wished = askedStandby();
        const lights = wished ? (wished.cue ?? wished.graphic) : loaded;
        const control = target.closest<HTMLElement>('button, a');
        if (!lights || (control && control.dataset.press !== lights)) return;
        event.preventDefault();
        desk.standby('Enter');
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [show, edits, news, desk, press, loaded, timers]);
}
