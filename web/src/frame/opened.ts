import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';

/** What lies over the page. */
type Opened = 'palette' | 'keys' | null;

const store = createStore<{ opened: Opened; typed: string }>(() => ({ opened: null, typed: '' }));

export function useOpened(): Opened {
  return useStore(store, ({ opened }) => opened);
}

export function open(opened: Opened): void {
  store.setState({ opened, typed: '' });
}

/** What has been typed into the palette. */
export function useTyped(): string {
  return useStore(store, ({ typed }) => typed);
}

export function type(typed: string): void {
  store.setState({ typed });
}

export const openedNow = (): Opened => store.getState().opened;
