import { answered, client } from '../api/client';
import { keep } from '../show/mutations';

/** What is done about the local network: it is of this computer, no edit of the show, and undo leaves it alone. */
export const network = {
  setOpen: (isOpen: boolean) =>
    keep('network', (_, signal) => answered(client.PUT('/api/network', { body: { isOpen }, signal }))),
  makeCode: () => keep('network', (_, signal) => answered(client.POST('/api/network/code', { signal }))),
  dropCode: () => keep('network', (_, signal) => answered(client.DELETE('/api/network/code', { signal }))),
  turnAway: (id: string) =>
    keep('network', (_, signal) =>
      answered(client.DELETE('/api/network/devices/{id}', { params: { path: { id } }, signal })),
    ),
};
