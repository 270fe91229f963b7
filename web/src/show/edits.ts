import { toast } from '../ui/toast';
import { answered, client, type Schemas } from '../api/client';
import { bytesOf, filePatience } from './bytes';
import { makeEntries } from './entries';
import { keep } from './mutations';
import { afterEdits } from './order';
import {
  showNow,
  whole,
  type Asset,
  type Brand,
  type Card,
  type Change,
  type Edit,
  type Graphic,
  type Sheet,
  type Show,
} from './show';

const path = (id: string) => ({ path: { id } });

/** Edits of the show. Each is kept at once; a refusal is shown, and loses nothing that was typed. */
export const edits = {
  cues: makeEntries<Schemas['Cue'], Schemas['CueEdit']>('cues'),
  deskPages: makeEntries<Schemas['DeskPage'], Schemas['DeskPageEdit']>('deskPages'),
  timers: makeEntries<Schemas['Timer'], Schemas['TimerEdit']>('timers'),
  labels: makeEntries<Schemas['Label'], Schemas['LabelEdit']>('labels'),
  alertRules: makeEntries<Schemas['AlertRule'], Schemas['AlertEdit']>('alertRules'),
  adapters: makeEntries<Schemas['Adapter'], Schemas['AdapterEdit']>('adapters', (entry, edit) => ({
    ...entry,
    ...(edit as Partial<Schemas['Adapter']>),
    takes: { ...entry.takes, ...edit.takes },
  })),
  chatSources: makeEntries<Schemas['ChatSource'], Schemas['ChatSourceEdit']>('chatSources'),
  chatCommands: makeEntries<Schemas['ChatCommand'], Schemas['ChatCommandEdit']>('chatCommands'),
  votes: makeEntries<Schemas['Vote'], Schemas['VoteEdit']>('votes'),
  /** Of one's own; the show tells them among all seats. */
  seats: makeEntries<Schemas['Seat'], Schemas['SeatEdit']>('seats'),
  keepClear: makeEntries<Schemas['KeepClear'], Schemas['KeepClearEdit']>('keepClear'),
  savedFinishes: makeEntries<Schemas['SavedFinish'], Schemas['SavedFinishEdit']>('savedFinishes'),

  /** @param from the revision that it was begun on */
  show: async (edit: Edit<Schemas['ShowEdit']>, from?: number): Promise<boolean> =>
    !!(await keep(
      'show',
      (revision, signal) => answered(client.PATCH('/api/show', { body: { ...edit, revision }, signal })),
      { from, change: { what: whole, make: (old) => ({ ...old, ...(edit as Partial<Show>) }) } },
    )),

  /** @param after the cue that it comes after; null = it comes first */
  moveCue: async (id: string, after: string | null): Promise<boolean> =>
    !!(await keep(`cues/${id}`, (revision, signal) =>
      answered(client.POST('/api/cues/{id}/place', { params: path(id), body: { revision, after }, signal })),
    )),

  /** @param from the revision that it was begun on */
  graphic: async (id: string, edit: Edit<Schemas['GraphicEdit']>, from?: number): Promise<boolean> =>
    !!(await keep(
      `graphics/${id}`,
      (revision, signal) =>
        answered(client.PATCH('/api/graphics/{id}', { params: path(id), body: { ...edit, revision }, signal })),
      { from, change: changeOf(id, edit) },
    )),

  /** All cards anew, made of those that stand when it is sent: two presses in quick succession lose nothing. */
  cards: async (
    id: string,
    make: (cards: readonly Card[]) => NonNullable<Schemas['GraphicEdit']['cards']>,
  ): Promise<boolean> =>
    !!(await keep(`graphics/${id}`, (_, signal) => {
      const { revision, graphics } = showNow();
      const cards = make(graphics.find((one) => one.id === id)?.cards ?? []);
      return answered(client.PATCH('/api/graphics/{id}', { params: path(id), body: { cards, revision }, signal }));
    })),

  /** The new graphic's id. */
  addGraphic: async (wish: Schemas['NewGraphic']): Promise<string | null> =>
    (await keep('graphics', (_, signal) => answered(client.POST('/api/graphics', { body: wish, signal }))))?.id ?? null,

  deleteGraphic: async (id: string): Promise<boolean> =>
    !!(await keep(`graphics/${id}`, (_, signal) =>
      answered(client.DELETE('/api/graphics/{id}', { params: path(id), signal })),
    )),

  /** A brand and a set that fit, in one edit. The first graphic's id. */
  begin: async (wish: Schemas['BeginWish']): Promise<string | null> =>
    (await keep('graphics', (_, signal) => answered(client.POST('/api/begin', { body: wish, signal }))))?.id ?? null,

  /** The graphics of a set file, with all that they need but feeds, in one edit. The first one's id, and the feeds that are not here. */
  importSet: (file: File) =>
    keep('graphics', (_, signal) => answered(client.POST('/api/sets/file', { ...bytesOf(file), signal })), {
      within: filePatience,
    }),

  addStarterSet: async (id: string): Promise<boolean> =>
    !!(await keep('graphics', (_, signal) =>
      answered(client.POST('/api/starter-sets/{id}', { params: path(id), signal })),
    )),

  /**
   * Takes the last edit back, and says what it was.
   * @param no of another edit than the last
   */
  undo: async (no?: number): Promise<void> => {
    await afterEdits();
    const done = await keep('undo', (_, signal) =>
      answered(client.POST('/api/undo', { params: { query: { edit: no } }, signal })),
    );
    if (done) toast(`Undone: ${done.what}`);
  },

  /** Brings back what was deleted. */
  outOfBin: async (no: number): Promise<void> => {
    const done = await keep('undo', (_, signal) =>
      answered(client.POST('/api/bin/{no}/back', { params: { path: { no } }, signal })),
    );
    if (done) toast(`Brought back: ${done.what.replace(/^deleted: /, '')}`);
  },

  /** Does again what was taken back last. */
  redo: async (): Promise<void> => {
    await afterEdits();
    const done = await keep('undo', (_, signal) => answered(client.POST('/api/redo', { signal })));
    if (done) toast(`Redone: ${done.what}`);
  },

  /** A block of a spreadsheet, or a CSV file, as rows, with the field that each column's name tells. */
  readSheet: (graphic: string, text: string): Promise<Sheet | null> =>
    keep('sheets', (_, signal) => answered(client.POST('/api/sheets', { body: { graphic, text }, signal }))),

  output: async (id: string, edit: Edit<Schemas['OutputEdit']>): Promise<boolean> =>
    !!(await keep(`outputs/${id}`, (revision, signal) =>
      answered(client.PATCH('/api/outputs/{id}', { params: path(id), body: { ...edit, revision }, signal })),
    )),

  newLink: async (id: string): Promise<boolean> =>
    !!(await keep(`outputs/${id}`, (_, signal) =>
      answered(client.POST('/api/outputs/{id}/new-link', { params: path(id), signal })),
    )),

  /** Stores a picture, video, animation or typeface. */
  addFile: (file: File): Promise<Asset | null> =>
    keep(
      'assets',
      (_, signal) =>
        answered(client.POST('/api/assets', { params: { query: { name: file.name } }, ...bytesOf(file), signal })),
      { within: filePatience },
    ),

  /** A copy of a brand, or a ready-made one. Its name; nothing wears it yet. */
  addBrand: async (wish: Schemas['NewBrand']): Promise<string | null> =>
    (await keep('brands', (_, signal) => answered(client.POST('/api/brands', { body: wish, signal }))))?.id ?? null,

  /**
   * Another look, or name, of a brand, whether it is worn or not.
   * @param change made from the brand as it stands, with the edits on their way
   * @param from the revision that it was begun on
   */
  brand: async (name: string, change: (now: Brand) => Partial<Brand>, from?: number): Promise<boolean> => {
    const now = showNow().brands.find((one) => one.name === name);
    if (!now) return false;
    const brand = { ...now, ...change(now) };
    const dressed = (old: Brand): Brand => (old.name === name ? brand : old);
    return !!(await keep(
      'brands',
      (revision, signal) =>
        answered(client.PATCH('/api/brands', { params: { query: { name } }, body: { revision, brand }, signal })),
      {
        from,
        change: {
          what: whole,
          make: (old) => ({ ...old, brand: dressed(old.brand), brands: old.brands.map(dressed) }),
        },
      },
    ));
  },

  /** @param onAir whether what is lit changes too, at once */
  wearBrand: async (name: string, onAir: boolean): Promise<boolean> =>
    !!(await keep('brands', (_, signal) =>
      answered(client.PUT('/api/brands/worn', { body: { name, onAir }, signal })),
    )),

  deleteBrand: async (name: string): Promise<boolean> =>
    !!(await keep('brands', (_, signal) =>
      answered(client.DELETE('/api/brands', { params: { query: { name } }, signal })),
    )),

  /** The brand's name; nothing wears it yet. */
  importBrand: async (file: File): Promise<string | null> =>
    (
      await keep('brands', (_, signal) => answered(client.POST('/api/brands/file', { ...bytesOf(file), signal })), {
        within: filePatience,
      })
    )?.id ?? null,
};

function changeOf(id: string, edit: Edit<Schemas['GraphicEdit']>): Change {
  return {
    what: id,
    make: (old) => ({
      ...old,
      graphics: old.graphics.map((graphic) => (graphic.id === id ? withEdit(graphic, edit) : graphic)),
    }),
  };
}

/** A graphic as it will be once the edit is kept: what is left out stays, and null is none. */
function withEdit(
  graphic: Graphic,
  { card, words, cards, cardsFrom, ...plain }: Edit<Schemas['GraphicEdit']>,
): Graphic {
  // Which cards rows make, and what they say, is worked out by the server.
  if (cardsFrom !== undefined) return { ...graphic, ...(plain as Partial<Graphic>) };
  if (graphic.cardsFrom && words)
    return { ...graphic, cardsFrom: { ...graphic.cardsFrom, words: { ...graphic.cardsFrom.words, ...words } } };
  const of = card ?? plain.up ?? graphic.up;
  // New cards get their names from the server; until then the old ones stand.
  const known = cards?.every((one) => one.id != null) ? (cards as Card[]) : graphic.cards;
  return {
    ...graphic,
    ...(plain as Partial<Graphic>),
    cards: words ? known.map((one) => (one.id === of ? { ...one, words: { ...one.words, ...words } } : one)) : known,
  };
}
