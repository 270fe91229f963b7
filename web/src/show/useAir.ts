import { useCallback, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { answered, client, Refusal, type Schemas } from '../api/client';
import { useLive } from '../live/LiveContext';

export type Verb = Schemas['AirVerb'];
type What = Omit<Partial<Schemas['Press']>, 'id' | 'verb'>;

/** Sends a press. False when it could not be sent, or was refused; which has been said by then. */
export type PressIt = (verb: Verb, what?: What) => Promise<boolean>;

type Wish = 'light' | 'dark';

/** What was asked and is not confirmed yet, by graphic: the desk shows it at once. */
const asked = new Map<string, { press: string; wish: Wish }>();
const listeners = new Set<() => void>();

function ask(graphic: string, press: string, wish: Wish): void {
  asked.set(graphic, { press, wish });
  for (const listener of listeners) listener();
}

/** A press was answered. What was asked after it stands. */
function answer(graphic: string, press: string): void {
  if (asked.get(graphic)?.press === press) asked.delete(graphic);
  for (const listener of listeners) listener();
}

/** What was asked of a graphic last and is on its way to the server. */
export const askedOf = (graphic: string): Wish | undefined => asked.get(graphic)?.wish;

/** Presses reach the server in the order in which they were made: each waits for the answer to the one before. */
let before: Promise<unknown> = Promise.resolve();

function inTurn<T>(send: () => Promise<T>): Promise<T> {
  const turn = before.then(send);
  before = turn.catch(() => undefined);
  return turn;
}

/** As `askedOf`, followed. */
export function useAsked(graphic: string): Wish | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => askedOf(graphic),
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
      const id = crypto.randomUUID();
      if (shown) ask(shown, id, verb as Wish);
      try {
        await inTurn(() => answered(client.POST('/api/air', { body: { id, verb, alone: false, ...what } })));
        return true;
      } catch (error) {
        toast.error(error instanceof Refusal ? error.sentence : String(error));
        return false;
      } finally {
        // The news comes before the answer: by now the desk knows.
        if (shown) answer(shown, id);
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
