import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { toast } from '../ui/toast';
import { answered, client, Refusal, type Schemas } from '../api/client';
import { clock, live, type Live } from '../live/live';
import type { Airing } from '../live/news';
import { draftFor, keptDraft, refusedDraft } from './drafts';
import { isKeptByLock } from './lock';
import { afterEdits } from './order';

type Press = Schemas['Press'];
export type Verb = Press['verb'];
type PressOf<V extends Verb> = Extract<Press, { verb: V }>;
/** What the server takes as usual where it is left out. */
type Usual = 'alone' | 'by' | 'run' | 'keepWords';
/** What a verb must be told, besides. */
export type What<V extends Verb> = Omit<PressOf<V>, 'id' | 'verb' | 'at' | 'draft' | Usual> &
  Partial<Pick<PressOf<V>, Extract<keyof PressOf<V>, Usual>>>;
export type Choice = Schemas['Standby'];

type Wish = 'light' | 'dark';

/** What was asked and is not confirmed yet: the desk shows it at once. */
const asked = createStore<{
  /** By graphic, with the id of the press. */
  wishes: ReadonlyMap<string, { id: string; wish: Wish }>;
  /** What was chosen for standby last: Enter right after it means this. */
  standby: Choice | null;
}>(() => ({ wishes: new Map(), standby: null }));

function ask(graphic: string, id: string, wish: Wish): void {
  asked.setState(({ wishes }) => ({ wishes: new Map(wishes).set(graphic, { id, wish }) }));
}

/** A press was answered. What was asked after it stands. */
function answer(graphic: string, id: string): void {
  asked.setState(({ wishes }) => {
    if (wishes.get(graphic)?.id !== id) return {};
    const left = new Map(wishes);
    left.delete(graphic);
    return { wishes: left };
  });
}

/** Whether a graphic is lit for whoever presses its switch now: a press that follows another before its answer takes it back. */
export function isLitForHand(graphic: string): boolean {
  const wished = asked.getState().wishes.get(graphic)?.wish;
  return wished ? wished === 'light' : isLit(airingOf(live.getState(), graphic)?.phase);
}

/** What was asked of a graphic last and is on its way to the server. */
export function useAsked(graphic: string): Wish | undefined {
  return useStore(asked, ({ wishes }) => wishes.get(graphic)?.wish);
}

/** What is loaded, or was asked for last. */
export function standbyNow(): Choice {
  return asked.getState().standby ?? live.getState().standby;
}

/** Presses reach the server in the order in which they were made: each waits for the answer to the one before. */
let before: Promise<unknown> = Promise.resolve();

function inTurn<T>(request: () => Promise<T>): Promise<T> {
  const turn = before.then(request);
  before = turn.catch(() => undefined);
  return turn;
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
  'alerts',
  'thank',
  'forget',
]);

/** Verbs that take off the air what must not stay there: a locked window does them all the same. */
const clears: ReadonlySet<Verb> = new Set(['lightsOut', 'clearAudience']);

interface Sending {
  /** What it waits for before it is sent. */
  ready?: Promise<unknown>;
  /** It may have been done, and nobody knows. */
  onLost?(): void;
  onRefused?(sentence: string): void;
}

/** What cannot be sent is said, never swallowed; and what was not answered in time is not done later. */
async function send<T>(
  request: (signal: AbortSignal) => Promise<T>,
  { ready, onLost, onRefused }: Sending = {},
): Promise<T | null> {
  const lost = (words: string): null => {
    toast.error(`${words} What is on air stays as it is.`, { id: 'lost' });
    return null;
  };
  if (!live.getState().up) return lost('Not sent: Side Lamp is not answering.');
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
    const sentence = error instanceof Refusal ? error.sentence : String(error);
    onRefused?.(sentence);
    toast.error(sentence, { id: sentence });
    return null;
  }
}

/** Sends a press. False when it could not be sent, or was refused; which has been said by then. */
export async function press<V extends Verb>(
  verb: V,
  ...[what]: Record<string, never> extends What<V> ? [what?: What<V>] : [what: What<V>]
): Promise<boolean> {
  if (!clears.has(verb) && isKeptByLock()) return false;
  const about = what as { graphic?: string; card?: string | null } | undefined;
  const shown = live.getState().up && (verb === 'light' || verb === 'dark') && about?.graphic ? about.graphic : null;
  const [id, at] = [newId(), clock.now()];
  if (shown) ask(shown, id, verb as Wish);
  // What standby shows is what is lit: this page's draft is kept in the same step (rule 42).
  const draft =
    (verb === 'light' || verb === 'push') && about?.graphic ? draftFor(about.graphic, about.card) : undefined;
  const body = { id, verb, ...what, draft, at } as unknown as Press;
  const done = await send((signal) => answered(client.POST('/api/air', { body, signal })), {
    ready: showsNothing.has(verb) ? undefined : afterEdits(),
    onLost: () => void askWhatBecame(id, at),
    onRefused: (sentence) => draft && refusedDraft(draft.graphic, sentence),
  });
  if (done && draft) keptDraft(draft.graphic, draft.words);
  // The news comes before the answer: by now the desk knows.
  if (shown) answer(shown, id);
  return done !== null;
}

/** Loads what is to be looked at before it is lit; for all desks. */
export async function putInStandby(choice: Choice): Promise<boolean> {
  if (isKeptByLock()) return false;
  if (live.getState().up) asked.setState({ standby: choice });
  const done = await send((signal) => answered(client.PUT('/api/standby', { body: choice, signal })));
  if (asked.getState().standby === choice) asked.setState({ standby: null });
  return done !== null;
}

/** Unique enough for one minute of one show; pages on plain http have no `crypto.randomUUID`. */
function newId(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** Whether a graphic counts as lit for whoever presses its switch: it holds its seat. */
export function isLit(phase: Schemas['Phase'] | undefined): boolean {
  return phase === 'waiting' || phase === 'arriving' || phase === 'lit' || phase === 'reviving';
}

export function airingOf({ airings }: Pick<Live, 'airings'>, graphic: string): Airing | undefined {
  let found: Airing | undefined;
  for (const airing of airings.values()) if (airing.graphic === graphic) found = airing;
  return found;
}

/** What is lit, in the order in which it was lit. */
export function litIn({ airings }: Pick<Live, 'airings'>): Airing[] {
  return [...airings.values()].filter((airing) => isLit(airing.phase));
}
