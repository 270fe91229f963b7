import { answered, client, type Schemas } from '../api/client';
import { keep } from '../show/mutations';

const path = (id: string) => ({ path: { id } });

/** As whom a chat server is asked in; null = by a name of our own. It is no part of the show. */
export const chatLogin = async (id: string, login: Schemas['ChatLogin'] | null): Promise<boolean> =>
  !!(await keep(`chatSources/${id}/login`, async (_, signal) => {
    await answered(
      login
        ? client.PUT('/api/chat-sources/{id}/login', { params: path(id), body: login, signal })
        : client.DELETE('/api/chat-sources/{id}/login', { params: path(id), signal }),
    );
    return {};
  }));
