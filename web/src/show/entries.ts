import { answered, client, type Schemas } from '../api/client';
import { keep } from './mutations';
import { whole, type Edit, type Show } from './show';

/** A list of the show that is edited one entry at a time, each by its address. */
export interface Entries<T, E> {
  /** Where it is left out, the new entry comes last. The entry as it was kept; null when it was refused. */
  add(entry: T, after?: string): Promise<T | null>;
  /**
   * What is left out stays; null is none.
   * @param from the revision that it was begun on
   */
  change(id: string, edit: Edit<E>, from?: number): Promise<boolean>;
  remove(id: string): Promise<boolean>;
}

/** The lists, by where the show has them, and their addresses. */
const addresses = {
  cues: '/api/cues',
  deskPages: '/api/desk-pages',
  timers: '/api/timers',
  labels: '/api/labels',
  alertRules: '/api/alerts',
  adapters: '/api/adapters',
  chatSources: '/api/chat-sources',
  chatCommands: '/api/chat-commands',
  votes: '/api/votes',
  seats: '/api/seats',
  keepClear: '/api/keep-clear',
  savedFinishes: '/api/saved-finishes',
} as const satisfies Partial<Record<keyof Show, string>>;

/**
 * All lists answer alike: the compiler is shown one of them for all.
 * @param changed an entry after an edit, as it will be kept
 */
export function makeEntries<T, E>(
  name: keyof typeof addresses,
  changed: (entry: T, edit: Edit<E>) => T = (entry, edit) => ({ ...entry, ...edit }),
): Entries<T, E> {
  const list = addresses[name] as '/api/cues';
  const one = `${list}/{id}` as const;
  const path = (id: string) => ({ path: { id } });
  return {
    add: async (entry, after) =>
      ((
        await keep(name, (_, signal) =>
          answered(client.POST(list, { params: { query: { after } }, body: entry as Schemas['Cue'], signal })),
        )
      )?.now as T | undefined) ?? null,
    change: async (id, edit, from) =>
      !!(await keep(
        `${name}/${id}`,
        (revision, signal) =>
          answered(client.PATCH(one, { params: path(id), body: { ...edit, revision } as Schemas['CueEdit'], signal })),
        {
          from,
          change: {
            what: whole,
            make: (old) => ({
              ...old,
              [name]: (old[name] as { id: string }[]).map((entry) =>
                entry.id === id ? changed(entry as T, edit) : entry,
              ),
            }),
          },
        },
      )),
    remove: async (id) =>
      !!(await keep(`${name}/${id}`, (_, signal) => answered(client.DELETE(one, { params: path(id), signal })))),
  };
}
