import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { answered, client, type Schemas } from '../api/client';
import { useLive } from '../live/LiveContext';
import { makeLists, type Lists } from './entries';
import { makeKeeper, type Keeping } from './keeper';

export type Show = Schemas['ShowView'];
export type Graphic = Schemas['GraphicView'];
export type Card = Schemas['Card'];
export type Template = Schemas['TemplateView'];
export type Asset = Schemas['AssetView'];
export type Brand = Schemas['Brand'];
export type Sheet = Schemas['SheetView'];
export type Placement = Schemas['Placement'];
export type Outfit = Schemas['Outfit'];
export type Seat = Schemas['Seat'];
export type Timer = Schemas['Timer'];
export type Cue = Schemas['Cue'];
export type Edit<T> = Omit<T, 'revision'>;

/** Edits of the show. Each is kept at once; a refusal is shown, and loses nothing that was typed. */
export interface Edits extends Lists {
  show(edit: Edit<Schemas['ShowEdit']>): Promise<boolean>;
  /** @param after the cue that it comes after; `null` = it comes first */
  moveCue(id: string, after: string | null): Promise<boolean>;
  graphic(id: string, edit: Edit<Schemas['GraphicEdit']>): Promise<boolean>;
  addGraphic(wish: Schemas['NewGraphic']): Promise<string | null>;
  addStarterSet(id: string): Promise<boolean>;
  /** A template of one's own: a copy of another, or from a file. Its id. */
  addTemplate(wish: Schemas['NewTemplate']): Promise<string | null>;
  template(id: string, source: string): Promise<boolean>;
  deleteTemplate(id: string): Promise<boolean>;
  /** Takes this page's last edit back, or does it again; says what it was. */
  undo(): Promise<void>;
  redo(): Promise<void>;
  /** A block of a spreadsheet, or a CSV file, as rows, with the field that each column's name tells. */
  readSheet(graphic: string, text: string): Promise<Sheet | null>;
  deleteGraphic(id: string): Promise<boolean>;
  feed(id: string, edit: Edit<Schemas['FeedEdit']>): Promise<boolean>;
  addFeed(wish: Schemas['NewFeed']): Promise<boolean>;
  deleteFeed(id: string): Promise<boolean>;
  output(id: string, edit: Edit<Schemas['OutputEdit']>): Promise<boolean>;
  newLink(output: string): Promise<boolean>;
  /** Stores a picture, video, animation or typeface. */
  addFile(file: File): Promise<Asset | null>;
  /** A copy of the brand that is worn, or one to begin from; it is worn from now on. */
  addBrand(ready?: string): Promise<boolean>;
  /** @param onAir whether what is lit changes too, at once */
  wearBrand(name: string, onAir: boolean): Promise<boolean>;
  deleteBrand(name: string): Promise<boolean>;
  importBrand(file: File): Promise<boolean>;
}

interface ShowState {
  show: Show;
  edits: Edits;
  keeping: Keeping;
  /** Whether edits of this graphic, or of the whole show, are on their way: what the server lays out may be older than this page. */
  underWay(graphic: string): boolean;
}

/** An edit on its way. */
interface Change {
  /** The graphic's id, or `whole`. */
  what: string;
  /** What the edit makes of a show. */
  make(show: Show): Show;
}

/** Stands for all graphics. */
const whole = '*';

const ShowContext = createContext<ShowState | null>(null);

export function useShow(): ShowState {
  const state = useContext(ShowContext);
  if (!state) throw new Error('useShow outside of ShowProvider');
  return state;
}

export function templateOf(show: Show, graphic: Graphic): Template | undefined {
  return show.templates.find((template) => template.id === graphic.template);
}

/** What tells a card from the others: its first words. */
export function cardName(show: Show, graphic: Graphic, card: Card): string {
  const first = templateOf(show, graphic)?.fields.find((field) => field.kind !== 'picture');
  return (first && (card.words[first.name] ?? first.sample)) || 'no words';
}

/** All other graphics, to choose one from. */
export function namesBeside(show: Show, graphic: Graphic): [string, string][] {
  return show.graphics.filter((one) => one.id !== graphic.id).map((one) => [one.id, one.name]);
}

export function upCardOf(graphic: Graphic): Card {
  return graphic.cards.find((card) => card.id === graphic.up) ?? graphic.cards[0]!;
}

export function ShowProvider({ children, waiting }: { children: ReactNode; waiting: ReactNode }) {
  const { news, clock } = useLive();
  const queries = useQueryClient();
  const { data: kept } = useQuery({
    queryKey: ['show'],
    queryFn: () => answered(client.GET('/api/show')),
    retry: true,
  });
  const [onTheWay, setOnTheWay] = useState<readonly Change[]>([]);
  // What edits on their way will make of it holds over whatever is fetched meanwhile: the next press, and the next
  // step of an arrow key, must already obey it. A refused one is gone with its answer.
  const show = useMemo(() => kept && onTheWay.reduce((old, { make }) => make(old), kept), [kept, onTheWay]);
  const [keeping, setKeeping] = useState<Keeping>(null);
  const [{ keep, see }] = useState(() => makeKeeper(queries, clock.now, setKeeping));

  // Follows the server: an edit made anywhere is fetched.
  useEffect(() => {
    if (news && news.revision !== show?.revision) void queries.invalidateQueries({ queryKey: ['show'] });
  }, [news, show?.revision, queries]);
  useEffect(() => see(show?.revision ?? 0), [show?.revision, see]);

  const edits = useMemo<Edits>(() => {
    const path = (id: string) => ({ path: { id } });
    const during = async <T,>(what: string, edit: Promise<T>, make: Change['make'] = (old) => old): Promise<T> => {
      const change = { what, make };
      setOnTheWay((all) => [...all, change]);
      try {
        return await edit;
      } finally {
        setOnTheWay((all) => all.filter((one) => one !== change));
      }
    };
    return {
      ...makeLists(keep, (edit, make) => during(whole, edit, make)),
      moveCue: async (id, after) =>
        !!(await keep((revision) =>
          answered(client.POST('/api/cues/{id}/place', { params: path(id), body: { revision, after } })),
        )),
      show: async (edit) =>
        !!(await during(
          whole,
          keep((revision) => answered(client.PATCH('/api/show', { body: { ...edit, revision } }))),
          (old) => ({ ...old, ...(edit as Partial<Show>) }),
        )),
      graphic: async (id, edit) =>
        !!(await during(
          id,
          keep((revision) =>
            answered(client.PATCH('/api/graphics/{id}', { params: path(id), body: { ...edit, revision } })),
          ),
          (old) => ({
            ...old,
            graphics: old.graphics.map((graphic) => (graphic.id === id ? withEdit(graphic, edit) : graphic)),
          }),
        )),
      addGraphic: async (wish) =>
        (await keep(() => answered(client.POST('/api/graphics', { body: wish }))))?.id ?? null,
      addStarterSet: async (id) =>
        !!(await keep(() => answered(client.POST('/api/starter-sets/{id}', { params: path(id) })))),
      addTemplate: async (wish) =>
        (await keep(() => answered(client.POST('/api/templates', { body: wish }))))?.id ?? null,
      template: async (id, source) =>
        !!(await during(
          whole,
          keep((revision) =>
            answered(client.PUT('/api/templates/{id}', { params: path(id), body: { revision, source } })),
          ),
        )),
      deleteTemplate: async (id) =>
        !!(await keep(() => answered(client.DELETE('/api/templates/{id}', { params: path(id) })))),
      undo: async () => {
        const done = await keep(() => answered(client.POST('/api/undo')));
        if (done) toast(`Taken back: ${done.what}`);
      },
      redo: async () => {
        const done = await keep(() => answered(client.POST('/api/redo')));
        if (done) toast(`Done again: ${done.what}`);
      },
      readSheet: async (graphic, text) =>
        await keep(() => answered(client.POST('/api/sheets', { body: { graphic, text } }))),
      deleteGraphic: async (id) =>
        !!(await keep(() => answered(client.DELETE('/api/graphics/{id}', { params: path(id) })))),
      feed: async (id, edit) =>
        !!(await keep((revision) =>
          answered(client.PATCH('/api/feeds/{id}', { params: path(id), body: { ...edit, revision } })),
        )),
      addFeed: async (wish) => !!(await keep(() => answered(client.POST('/api/feeds', { body: wish })))),
      deleteFeed: async (id) => !!(await keep(() => answered(client.DELETE('/api/feeds/{id}', { params: path(id) })))),
      output: async (id, edit) =>
        !!(await keep((revision) =>
          answered(client.PATCH('/api/outputs/{id}', { params: path(id), body: { ...edit, revision } })),
        )),
      newLink: async (id) =>
        !!(await keep(() => answered(client.POST('/api/outputs/{id}/new-link', { params: path(id) })))),
      addFile: async (file) =>
        await keep(() =>
          answered(client.POST('/api/assets', { params: { query: { name: file.name } }, ...bytesOf(file) })),
        ),
      addBrand: async (ready) => !!(await keep(() => answered(client.POST('/api/brands', { body: { ready } })))),
      wearBrand: async (name, onAir) =>
        !!(await keep(() => answered(client.PUT('/api/brands/worn', { body: { name, onAir } })))),
      deleteBrand: async (name) =>
        !!(await keep(() => answered(client.DELETE('/api/brands', { params: { query: { name } } })))),
      importBrand: async (file) => !!(await keep(() => answered(client.POST('/api/brands/file', bytesOf(file))))),
    };
  }, [keep]);

  const state = useMemo(
    () =>
      show
        ? { show, edits, keeping, underWay: (id: string) => onTheWay.some(({ what }) => what === id || what === whole) }
        : null,
    [show, edits, keeping, onTheWay],
  );
  return state ? <ShowContext value={state}>{children}</ShowContext> : waiting;
}

/** A request whose body is the file itself. */
function bytesOf(file: File) {
  return {
    body: file as unknown as string,
    bodySerializer: (body: unknown) => body as BodyInit,
    headers: { 'content-type': 'application/octet-stream' },
  };
}

/** A graphic as it will be once the edit is kept: what is left out stays, and null is none. */
function withEdit(graphic: Graphic, { card, words, cards, ...plain }: Edit<Schemas['GraphicEdit']>): Graphic {
  const of = card ?? plain.up ?? graphic.up;
  // New cards get their names from the server; until then the old ones stand.
  const known = cards?.every((one) => one.id != null) ? (cards as Card[]) : graphic.cards;
  return {
    ...graphic,
    ...(plain as Partial<Graphic>),
    cards: words ? known.map((one) => (one.id === of ? { ...one, words: { ...one.words, ...words } } : one)) : known,
  };
}
