import { answered, client } from '../api/client';
import { keep } from './mutations';

/** What a hand does with the session: none of it is an edit of the show, and undo leaves it alone. */
export const sessions = {
  begin: () => keep('events', (_, signal) => answered(client.POST('/api/sessions', { signal }))),
  end: () => keep('events', (_, signal) => answered(client.POST('/api/sessions/end', { signal }))),
  takeBack: () => keep('events', (_, signal) => answered(client.DELETE('/api/sessions/newest', { signal }))),
};
