import { toast } from '../ui/toast';
import { useStore } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { createStore } from 'zustand/vanilla';

/** Whether presses of this window wait for an unlocking: a cat on the keyboard lights nothing. */
const lock = createStore<{ locked: boolean }>()(
  persist((): { locked: boolean } => ({ locked: false }), {
    name: 'sidelamp:lock',
    storage: createJSONStorage(() => sessionStorage),
  }),
);

export function useLocked(): boolean {
  return useStore(lock, ({ locked }) => locked);
}

export const isLocked = (): boolean => lock.getState().locked;

/** Whether a press of this window is to be left undone; which is said then, with the way to unlock it. */
export function isKeptByLock(): boolean {
  if (!isLocked()) return false;
  toast('This window is locked: nothing was pressed.', {
    id: 'locked',
    action: { label: 'Unlock', onClick: () => setLocked(false) },
  });
  return true;
}

export function setLocked(locked: boolean): void {
  lock.setState({ locked });
}
