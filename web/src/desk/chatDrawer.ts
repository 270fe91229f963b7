import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';

/** Whether the drawer of chat lies over standby and words, on this page. */
const drawer = createStore<{ open: boolean }>(() => ({ open: false }));

export function useChatOpen(): boolean {
  return useStore(drawer, ({ open }) => open);
}

export function openChat(open: boolean): void {
  drawer.setState({ open });
}
