import { useSyncExternalStore } from 'react';

/** Whether the window is as a media query says, such as `(max-width: 1000px)`. */
export function useMatch(query: string): boolean {
  return useSyncExternalStore(
    (hear) => {
      const list = matchMedia(query);
      list.addEventListener('change', hear);
      return () => list.removeEventListener('change', hear);
    },
    () => matchMedia(query).matches,
  );
}
