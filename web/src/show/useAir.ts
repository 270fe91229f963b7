import { useCallback, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { answered, client, Refusal, type Schemas } from '../api/client';
import { useLive } from '../live/LiveContext';
import { afterEdits } from './order';

type Press = Schemas['Press'];
export type Verb = Press['verb'];
type PressOf<V extends Verb> = Extract<Press, { verb: V }>;
/** What the server takes as usual where it is left out. */
type Usual = 'alone' | 'by' | 'run' | 'keepWords';
/** What a verb must be told, besides. */
export type What<V extends Verb> = Omit<PressOf<V>, 'id' | 'verb' | 'at' | Usual> &
  Partial<Pick<PressOf<V>, Extract<keyof PressOf<V>, Usual>>>;
type Choice = Schemas['Standby'];

/** Sends a press. False when it could not be sent, or was refused; which has been said by then. */
export type PressIt = <V extends Verb>(
  verb: V,
  ...what: Record<string, never> extends What<V> ? [what?: What<V>] : [what: What<V>]
) => Promise<boolean>;

type Wish = 'light' | 'dark';

/** What was asked and is not confirmed yet: the desk shows it at once. */
const asked = {
  /** By graphic. */
  wishes: new Map<string, { press: string; wish: Wish }>(),
  standby: null as Choice | null,
};
const listeners = new Set<() => void>();

function changed(): void {
  for (const listener of listeners) listener();
}

function ask(graphic: string, press: string, wish: Wish): void {
  asked.wishes.set(graphic, { press, wish });
  changed();
}

/** A press was answered. What was asked after it stands. */
function answer(graphic: string, press: string): void {
  if (asked.wishes.get(graphic)?.press === press) asked.wishes.delete(graphic);
  changed();
}

/** What was asked of a graphic last and is on its way to the server. */
export const askedOf = (graphic: string): Wish | undefined => asked.wishes.get(graphic)?.wish;

/** What was chosen for standby last and is on its way to the server: Enter right after it means this. */
export const askedStandby = (): Choice | null => asked.standby;

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

/** A server that does not answer for so long, in ms, is stuck: it refuses itself what comes later than 3 s. */
const patience = 3500;

const notInTime = 'Not done: Side Lamp did not answer in time.';
const notKnown = 'Not known yet whether it was done: Side Lamp did not answer in time.';

/** A press whose answer was lost may have been done all the same: it is asked for until that is known. */
async function askWhatBecame(id: string, at: number): Promise<void> {
  for (let turn = 0; turn < 6; turn++) {
    const told = await client
      .GET('/api/air/{id}', { params: { path: { id }, query: { at } }, signal: AbortSignal.timeout(patience) })
      .catch(() => null);
    const fate = told?.data?.fate;
    if (fate === 'done') return void toast.success('It was done after all.', { id: 'lost' });
    if (fate === 'notDone') return void toast.error('It was not done, and will not be.', { id: 'lost' });
    await new Promise((done) => setTimeout(done, 1000));
  }
}

/** Verbs that show nothing: they wait for no words. */
const showsNothing: ReadonlySet<Verb> = new Set([
  'dark',
  'lightsOut',
  'stopCue',
  'everyOff',
  'hush',
  'callOff',
  'forget',
]);

/** Presses. What cannot be sent is said, never swallowed; and what was not answered in time is not done later. */
export function useAir() {
  const { up, clock } = useLive();
  const send = useCallback(
    async <T>(
      request: (signal: AbortSignal) => Promise<T>,
      ready: Promise<unknown> = Promise.resolve(),
      onLost?: () => void,
    ): Promise<T | null> => {
      const lost = (words: string): null => {
        toast.error(`${words} What is on air stays as it is.`, { id: 'lost' });
        return null;
      };
      if (!up) return lost('Not sent: Side Lamp is not answering.');
      const signal = AbortSignal.timeout(patience);
      try {
        return await inTurn(async () => {
          await ready;
          signal.throwIfAborted();
          return await request(signal);
        });
      } catch (error) {
        const unanswered = signal.aborted || (error instanceof Refusal && error.status === 0);
        if (unanswered) {
          onLost?.();
          return lost(onLost ? notKnown : notInTime);
        }
        toast.error(error instanceof Refusal ? error.sentence : String(error));
        return null;
      }
    },
    [up],
  );
  const press = useCallback<PressIt>(
    async (verb, ...[what]) => {
      const about = what as { graphic?: string } | undefined;
      const shown = up && (verb === 'light' || verb === 'dark') && about?.graphic ? about.graphic : null;
      const [id, at] = [crypto.randomUUID(), clock.now()];
      if (shown) ask(shown, id, verb as Wish);
      const body = { id, verb, ...what, at } as unknown as Press;
      const done = await send(
        (signal) => answered(client.POST('/api/air', { body, signal })),
        showsNothing.has(verb) ? undefined : afterEdits(),
        () => void askWhatBecame(id, at),
      );
      // The news comes before the answer: by now the desk knows.
      if (shown) answer(shown, id);
      return done !== null;
    },
    [up, clock, send],
  );
  const standby = useCallback(
    async (choice: Choice): Promise<boolean> => {
      if (up) asked.standby = choice;
      const done = await send((signal) => answered(client.PUT('/api/standby', { body: choice, signal })));
      if (asked.standby === choice) asked.standby = null;
      return done !== null;
    },
    [up, send],
  );
  return { press, standby };
}

/** Whether a graphic counts as lit for whoever presses its switch: it holds its seat. */
export function isLit(phase: Schemas['Phase'] | undefined): boolean {
  return phase === 'waiting' || phase === 'arriving' || phase === 'lit' || phase === 'reviving';
}
