import type { ReactNode } from 'react';
import { useStore } from 'zustand';
import { shows } from './show';

/** Shows its children once the show has been told. */
export function ShowGate({ children, waiting }: { children: ReactNode; waiting: ReactNode }) {
  return useStore(shows, ({ show }) => show !== null) ? children : waiting;
}
