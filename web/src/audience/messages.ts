import { answered, client, type Schemas } from '../api/client';
import { isKeptByLock } from '../show/lock';
import { keep } from '../show/mutations';

/** Unique enough for one minute of one show. */
const newId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');

const path = (no: number) => ({ path: { no } });

/** What a hand does with a message: none of it is an edit of the show. */
export const messages = {
  use: async (no: number, act: Schemas['MessageAct']) =>
    isKeptByLock()
      ? null
      : keep('chat', (_, signal) =>
          answered(client.POST('/api/chat/lines/{no}', { params: path(no), body: { id: newId(), act }, signal })),
        ),
  letIn: (no: number) =>
    keep('chat', async (_, signal) => {
      await answered(client.POST('/api/chat/lines/{no}/let-in', { params: path(no), signal }));
      return {};
    }),
  remove: (no: number) =>
    keep('chat', async (_, signal) => {
      await answered(client.DELETE('/api/chat/lines/{no}', { params: path(no), signal }));
      return {};
    }),
  forget: (no: number) =>
    keep('chat', async (_, signal) => {
      await answered(client.DELETE('/api/chat/lines/{no}/person', { params: path(no), signal }));
      return {};
    }),
};
