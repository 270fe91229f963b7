import { answered, client, type Schemas } from '../api/client';
import type { Keeper } from './keeper';
import type { Edit, Show } from './ShowContext';

/** A list of the show that is edited one entry at a time, each by its address. */
export interface Entries<T, E> {
  /** Where it is left out, the new entry comes last. The entry as it was kept; null when it was refused. */
  add(entry: T, after?: string): Promise<T | null>;
  /** What is left out stays; null is none. */
  change(id: string, edit: Edit<E>): Promise<boolean>;
  remove(id: string): Promise<boolean>;
}

/** The lists, by where the show has them. */
export interface Lists {
  cues: Entries<Schemas['Cue'], Schemas['CueEdit']>;
  timers: Entries<Schemas['Timer'], Schemas['TimerEdit']>;
  /** Of one's own; the show tells them among all seats. */
  seats: Entries<Schemas['Seat'], Schemas['SeatEdit']>;
  keepClear: Entries<Schemas['KeepClear'], Schemas['KeepClearEdit']>;
  savedFinishes: Entries<Schemas['SavedFinish'], Schemas['SavedFinishEdit']>;
}

/** Holds an edit over whatever is fetched while it is on its way. */
type During = <A>(edit: Promise<A>, make: (show: Show) => Show) => Promise<A>;

export function makeLists(keep: Keeper['keep'], during: During): Lists {
  /**
   * All lists answer alike: the compiler is shown one of them for all.
   */
  function entries<T, E>(address: string, name: keyof Lists): Entries<T, E> {
    const list = address as '/api/cues';
    const one = `${address}/{id}` as '/api/cues/{id}';
    return {
      add: async (entry, after) =>
        ((
          await keep(() => answered(client.POST(list, { params: { query: { after } }, body: entry as Schemas['Cue'] })))
        )?.now as T | undefined) ?? null,
      change: async (id, edit) =>
        !!(await during(
          keep((revision) =>
            answered(
              client.PATCH(one, { params: { path: { id } }, body: { ...edit, revision } as Schemas['CueEdit'] }),
            ),
          ),
          (old) => ({
            ...old,
            [name]: (old[name] as T[]).map((entry) =>
              (entry as { id: string }).id === id ? { ...entry, ...edit } : entry,
            ),
          }),
        )),
      remove: async (id) => !!(await keep(() => answered(client.DELETE(one, { params: { path: { id } } })))),
    };
  }
  return {
    cues: entries('/api/cues', 'cues'),
    timers: entries('/api/timers', 'timers'),
    seats: entries('/api/seats', 'seats'),
    keepClear: entries('/api/keep-clear', 'keepClear'),
    savedFinishes: entries('/api/saved-finishes', 'savedFinishes'),
  };
}
