import { answered, client, type Schemas } from '../api/client';
import { isKeptByLock } from '../show/lock';
import { keep } from '../show/mutations';

/** What a hand does with what came in: none of it is an edit of the show, and undo leaves it alone. */
export const events = {
  enter: (body: Schemas['EventWish']) =>
    keep('events', (_, signal) => answered(client.POST('/api/events', { body, signal }))),
  correct: (body: Schemas['CorrectionWish']) =>
    keep('events', (_, signal) => answered(client.POST('/api/events/corrections', { body, signal }))),
  takeBack: (seq: number) =>
    keep('events', (_, signal) => answered(client.DELETE('/api/events/{seq}', { params: { path: { seq } }, signal }))),
  showAgain: async (seq: number) =>
    isKeptByLock()
      ? null
      : keep('events', (_, signal) =>
          answered(client.POST('/api/events/{seq}/alert', { params: { path: { seq } }, signal })),
        ),
  renewKey: () => keep('events', (_, signal) => answered(client.POST('/api/event-door', { signal }))),
};
