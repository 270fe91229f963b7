import { useStore } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { createStore } from 'zustand/vanilla';

/** Whether the questions of the beginning were left out, in this window. */
const store = createStore<{ skipped: boolean }>()(
  persist((): { skipped: boolean } => ({ skipped: false }), {
    name: 'sidelamp:begin',
    storage: createJSONStorage(() => sessionStorage),
  }),
);

export function useSkipped(): boolean {
  return useStore(store, ({ skipped }) => skipped);
}

export function skip(): void {
  store.setState({ skipped: true });
}
