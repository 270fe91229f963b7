import { answered, client, type Schemas } from '../api/client';
import { bytesOf, filePatience } from './bytes';
import { keep } from './mutations';
import { whole } from './show';

const path = (id: string) => ({ path: { id } });

/** Edits of one's own templates. */
export const templateEdits = {
  /** A template of one's own: a copy of another. Its id. */
  addTemplate: async (wish: Schemas['NewTemplate']): Promise<string | null> =>
    (await keep('templates', (_, signal) => answered(client.POST('/api/templates', { body: wish, signal }))))?.id ??
    null,

  /** A template from a file, with the artwork that is in it. Its id. */
  importTemplate: async (file: File): Promise<string | null> =>
    (
      await keep(
        'templates',
        (_, signal) => answered(client.POST('/api/templates/file', { ...bytesOf(file), signal })),
        { within: filePatience },
      )
    )?.id ?? null,

  /** @returns the revision of the show from which on it stands; null when it was refused */
  template: async (id: string, source: string): Promise<number | null> =>
    (
      await keep(
        `templates/${id}`,
        (revision, signal) =>
          answered(client.PUT('/api/templates/{id}', { params: path(id), body: { revision, source }, signal })),
        { change: { what: whole, make: (old) => old } },
      )
    )?.revision ?? null,

  deleteTemplate: async (id: string): Promise<boolean> =>
    !!(await keep(`templates/${id}`, (_, signal) =>
      answered(client.DELETE('/api/templates/{id}', { params: path(id), signal })),
    )),
};
