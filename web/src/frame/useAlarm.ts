import { useSyncExternalStore } from 'react';
import { useLive } from '../live/live';
import { isUnseen } from '../show/carried';

/** What the streamer must not miss. */
export interface Alarm {
  title: string;
  words: string;
  /** Whether nothing can be pressed meanwhile. */
  away?: boolean;
  /** The finding that it tells; one that was seen is told no more. */
  finding?: string;
}

let seen: ReadonlySet<string> = new Set();
const listeners = new Set<() => void>();

/** The streamer has seen it. */
export function dismiss(finding: string): void {
  seen = new Set([...seen, finding]);
  for (const listener of listeners) listener();
}

function useSeen(): ReadonlySet<string> {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => seen,
  );
}

/** Null = all is well. */
export function useAlarm(): Alarm | null {
  const { up, told, faults, pages, unseen } = useLive((live) => ({
    up: live.up,
    told: live.epoch !== '',
    faults: live.faults,
    pages: live.pages,
    unseen: isUnseen(live),
  }));
  const dismissed = useSeen();
  if (!up) {
    return {
      title: 'Side Lamp is not answering.',
      words: 'Presses are not sent. What is on air stays as it is; this page tries again by itself.',
      away: true,
    };
  }
  if (!told) return null;
  if (faults.unkept) return { title: 'Not saved on disk.', words: faults.unkept };
  if (unseen) {
    return {
      title: 'Nobody can see this.',
      words:
        pages.size === 0
          ? 'No output page is open: copy the link from Outputs into your mixing software.'
          : [...pages.values()].some((page) => page.awake)
            ? 'The output page has not drawn it: reload its source in your mixing software.'
            : 'The output page is asleep: show its source in your mixing software.',
    };
  }
  const [finding, ...more] = faults.findings.filter((one) => !dismissed.has(one));
  if (!finding) return null;
  return { title: more.length > 0 ? `1 of ${more.length + 1}:` : 'Look at this:', words: finding, finding };
}
