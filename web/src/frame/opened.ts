import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';

/** What lies over the page. */
type Opened = 'palette' | 'keys' | null;

const store = createStore<{ opened: Opened }>(() => ({ opened: null }));

export function useOpened(): Opened {
  return useStore(store, ({ opened }) => opened);
}

export function open(opened: Opened): void {
  store.setState({ opened });
}

export const openedNow = (): Opened => store.getState().opened;
