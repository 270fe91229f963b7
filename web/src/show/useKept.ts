import { useEffect, useRef, useState } from 'react';
import { showNow } from './show';

/** What somebody has typed, and what became of it. */
interface Typed {
  text: string;
  /** The revision of the show that it was begun on: an edit of the same by somebody else since is not overwritten unseen. */
  from: number;
  state: 'typed' | 'sent' | 'kept' | 'refused';
}

/**
 * Hands a typed value in.
 * @param from the revision that it was begun on
 * @returns false, or the promise of it, when it was not kept
 */
export type OnKeep = (text: string, from: number) => unknown;

export interface Kept {
  /** What the field shows. */
  text: string;
  /** Whether it was not kept, and stands beside what does. */
  refused: boolean;
  type(text: string): void;
  /** Hands in what was typed, if that is something else than what stands. */
  keep(): void;
  /** The field is left: what was typed is handed in, and then what stands is shown. */
  leave(): void;
  /** What stands is shown again. */
  discard(): void;
  /** It is to stand, whatever somebody else made of it since. */
  insist(): void;
}

/** A value that is typed and then kept. While somebody types, nothing from elsewhere overwrites it; what was refused stays. */
export function useKept(value: string, onKeep: OnKeep): Kept {
  const [typed, setTyped] = useState<Typed | null>(null);
  const inside = useRef(false);
  const latest = useRef({ typed, value, onKeep });
  useEffect(() => {
    latest.current = { typed, value, onKeep };
  });

  const hand = async (from: number): Promise<void> => {
    const { typed: now, value: stands, onKeep: send } = latest.current;
    if (!now || now.state === 'kept' || now.state === 'sent') return;
    if (now.text === stands) return set(null);
    // Until the answer the show itself may say what was typed: whether it stands is not known by that.
    set({ ...now, state: 'sent' });
    const kept = (await send(now.text, from)) !== false;
    const { typed: next } = latest.current;
    // More was typed meanwhile: that is another matter.
    if (next?.text !== now.text) return;
    if (kept && !inside.current) set(null);
    else set({ ...next, state: kept ? 'kept' : 'refused' });
  };
  const set = (next: Typed | null): void => {
    // At once, and not with the next drawing: keys and the leaving of a field may come before that.
    latest.current.typed = next;
    setTyped(next);
  };
  return {
    text: typed?.text ?? value,
    refused: typed?.state === 'refused',
    type: (text) => {
      inside.current = true;
      set({ text, from: latest.current.typed?.from ?? showNow().revision, state: 'typed' });
    },
    keep: () => void hand(latest.current.typed?.from ?? 0),
    leave: () => {
      inside.current = false;
      const { typed: now } = latest.current;
      if (now?.state === 'kept') set(null);
      // What was refused waits for a choice; asking the same again would be none.
      else if (now?.state === 'typed') void hand(now.from);
    },
    discard: () => set(null),
    insist: () => void hand(showNow().revision),
  };
}
