import { answered, client, type Schemas } from '../api/client';
import { keep } from './mutations';
import { whole, type Edit } from './show';

const path = (id: string) => ({ path: { id } });

/** Edits of feeds; as all edits, each is kept at once, and a refusal is shown. */
export const feedEdits = {
  /** @param from the revision that it was begun on */
  feed: async (id: string, edit: Edit<Schemas['FeedEdit']>, from?: number): Promise<boolean> =>
    !!(await keep(
      `feeds/${id}`,
      (revision, signal) =>
        answered(client.PATCH('/api/feeds/{id}', { params: path(id), body: { ...edit, revision }, signal })),
      {
        from,
        change: {
          what: whole,
          make: (old) => ({
            ...old,
            feeds: old.feeds.map((feed) => (feed.id === id ? ({ ...feed, ...edit } as typeof feed) : feed)),
          }),
        },
      },
    )),

  addFeed: async (wish: Schemas['NewFeed']): Promise<boolean> =>
    !!(await keep('feeds', (_, signal) => answered(client.POST('/api/feeds', { body: wish, signal })))),

  /** Reads its source now; nothing of the show changes. */
  readFeed: async (id: string): Promise<void> => {
    await keep(`feeds/${id}/read`, (_, signal) =>
      answered(client.POST('/api/feeds/{id}/read', { params: path(id), signal })),
    );
  },

  /** What lets a feed in to its address; null = nothing any more. It is no part of the show. */
  feedKey: (id: string, wish: Schemas['KeyWish'] | null): Promise<Schemas['KeyView'] | null> =>
    keep(`feeds/${id}/key`, (_, signal) =>
      answered(
        wish
          ? client.PUT('/api/feeds/{id}/key', { params: path(id), body: wish, signal })
          : client.DELETE('/api/feeds/{id}/key', { params: path(id), signal }),
      ),
    ),

  /** Another key for the programs that send a feed's values. */
  renewPush: (id: string): Promise<Schemas['PushView'] | null> =>
    keep(`feeds/${id}/push`, (_, signal) =>
      answered(client.POST('/api/feeds/{id}/push', { params: path(id), signal })),
    ),

  deleteFeed: async (id: string): Promise<boolean> =>
    !!(await keep(`feeds/${id}`, (_, signal) =>
      answered(client.DELETE('/api/feeds/{id}', { params: path(id), signal })),
    )),

  /** Ticks a box of a checklist in its file, or not any more. */
  tickBox: async (id: string, row: string, done: boolean): Promise<boolean> =>
    !!(await keep(`feeds/${id}`, (_, signal) =>
      answered(client.POST('/api/feeds/{id}/boxes', { params: path(id), body: { row, done }, signal })),
    )),
};
