import { useSyncExternalStore } from 'react';
import { backdrops, type BackdropName } from './Backdrop';

const key = 'backdrop';
const listeners = new Set<() => void>();

const read = (): BackdropName => backdrops.find((name) => name === localStorage.getItem(key)) ?? 'garden';

/** The backdrop chosen on this computer; the same in every monitor and easel. */
export function useBackdrop(): [BackdropName, (name: BackdropName) => void] {
  const name = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);
  return [
    name,
    (next) => {
      localStorage.setItem(key, next);
      for (const listener of listeners) listener();
    },
  ];
}
