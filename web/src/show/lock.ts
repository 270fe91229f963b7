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

export function setLocked(locked: boolean): void {
  lock.setState({ locked });
}
