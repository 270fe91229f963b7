import { useCallback, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { answered, client, Refusal, type Schemas } from '../api/client';
import { useLive } from '../live/LiveContext';

export type Verb = Schemas['AirVerb'];
type What = Omit<Partial<Schemas['Press']>, 'id' | 'verb'>;

/** Sends a press. False when it could not be sent, or was refused; which has been said by then. */
export type PressIt = (verb: Verb, what?: What) => Promise<boolean>;

/** What was asked and is not confirmed yet, by graphic: the desk shows it at once. */
let asked: ReadonlyMap<string, 'light' | 'dark'> = new Map();
const listeners = new Set<() => void>();

function ask(graphic: string, verb: 'light' | 'dark' | null): void {
  const next = new Map(asked);
  if (verb) next.set(graphic, verb);
  else next.delete(graphic);
  asked = next;
  for (const listener of listeners) listener();
}

/** What was asked of a graphic and is on its way to the server. */
export function useAsked(graphic: string): 'light' | 'dark' | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => asked.get(graphic),
  );
}

/** Presses. What cannot be sent is said, never swallowed. */
export function useAir() {
  const { up } = useLive();
  const press = useCallback<PressIt>(
    async (verb, what = {}) => {
      if (!up) {
        toast.error('Not sent: Side Lamp is not answering. What is on air stays as it is.', { id: 'lost' });
        return false;
      }
      const shown = (verb === 'light' || verb === 'dark') && what.graphic ? what.graphic : null;
      if (shown) ask(shown, verb as 'light' | 'dark');
      try {
        await answered(client.POST('/api/air', { body: { id: crypto.randomUUID(), verb, alone: false, ...what } }));
        return true;
      } catch (error) {
        toast.error(error instanceof Refusal ? error.sentence : String(error));
        return false;
      } finally {
        // The news comes before the answer: by now the desk knows.
        if (shown) ask(shown, null);
      }
    },
    [up],
  );
  const standby = useCallback(
    (choice: { graphic?: string; cue?: string }) =>
      answered(client.PUT('/api/standby', { body: choice })).catch(() => undefined),
    [],
  );
  return { press, standby };
}

/** Whether a graphic counts as lit for whoever presses its switch: it holds its seat. */
export function isLit(phase: Schemas['Phase'] | undefined): boolean {
  return phase === 'waiting' || phase === 'arriving' || phase === 'lit' || phase === 'reviving';
}
