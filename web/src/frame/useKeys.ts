import { useEffect } from 'react';
import { actionsNow, type Reach } from '../show/actions';
import { shows } from '../show/show';
import { isTyping } from '../ui/isTyping';
import { isOpening } from '../ui/later';
import { watchLostFocus } from '../ui/lostFocus';

/** What lies over the page, and lists that are open: letters choose there. */
const withKeysOfItsOwn =
  '[role="dialog"]:not([data-hears-keys]), [role="alertdialog"], [role="menu"], [data-radix-popper-content-wrapper] [role="listbox"]';

/** Listens to the keys of all actions, wherever the focus is; typing in a field is never a press, nor is a key in a dialog. */
export function useKeys(): void {
  // Keys are the window's.
  useEffect(() => {
    const meantForAField = watchLostFocus(document);
    const onKey = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || !shows.getState().show) return;
      const target = event.target as HTMLElement;
      const typing = isTyping(target);
      if (!typing && (meantForAField() || isOpening())) return;
      const here: readonly Reach[] =
        location.pathname === '/' ? ['desk'] : location.pathname.startsWith('/chat') ? ['chat', 'setUp'] : ['setUp'];
      const inDialog = target.closest(withKeysOfItsOwn);
      const action = actionsNow().find(
        ({ key }) =>
          key?.is(event) &&
          (here.includes(key.reach) || key.reach === 'everywhere') &&
          (key.whileTyping || (!typing && !inDialog)),
      );
      if (!action?.key) return;
      event.preventDefault();
      if (event.repeat) return;
      // What was clicked before must not catch the Enter that lights this.
      if (action.key.given && document.activeElement instanceof HTMLElement) document.activeElement.blur();
      action.run(`key ${action.key.caps.join(' ')}`);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
