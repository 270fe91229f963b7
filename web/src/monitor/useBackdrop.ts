import { useSyncExternalStore } from 'react';
import { backdrops, type BackdropName } from './backdrops';

const key = 'backdrop';
const listeners = new Set<() => void>();

const read = (): BackdropName => backdrops.find((name) => name === localStorage.getItem(key)) ?? 'garden';

/** The backdrop chosen on this computer; the same in every monitor and easel. */
export function useBackdrop(): BackdropName {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);
}

export function setBackdrop(next: BackdropName): void {
  localStorage.setItem(key, next);
  for (const listener of listeners) listener();
}
