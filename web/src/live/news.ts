import type { Schemas } from '../api/client';

export type DeskNews = Schemas['DeskNews'];
export type Airing = Schemas['AiringView'];
export type SwitchView = Schemas['SwitchView'];
export type PageView = Schemas['PageView'];

/** Entries of a topic by their key. One that did not change is the very same object as before. */
type Entries<T> = ReadonlyMap<string, T>;

/** What tells the entries of each topic apart. */
const keys = {
  airings: (one: Airing) => one.id,
  switches: (one: SwitchView) => one.graphic,
  timers: (one: Schemas['TimerView']) => one.timer,
  belts: (one: Schemas['BeltView']) => one.id,
  labels: (one: Schemas['LabelView']) => one.label,
  thanks: (one: Schemas['ThanksView']) => String(one.seq),
  feeds: (one: Schemas['FeedView']) => one.id,
  shapes: (one: Schemas['FeedShape']) => one.id,
  pages: (one: PageView) => one.id,
  held: (one: Schemas['SeatMemory']) => one.seat,
  trail: (one: Schemas['TrailLine']) => String(one.no),
  assets: (one: Schemas['AssetView']) => one.id,
};

type Topic = keyof typeof keys;
type Topics = { readonly [T in Topic]: Entries<Parameters<(typeof keys)[T]>[0]> };

/** What the server has told this page besides the picture. Never changed in place. */
export interface Told extends Topics {
  /** One run of the server; empty before it has told anything. */
  readonly epoch: string;
  /** Of the show. */
  readonly revision: number;
  readonly ahead: Schemas['AheadView'];
  readonly back: Schemas['BackView'];
  /** Null until events have been counted. */
  readonly session: Schemas['SessionView'] | null;
  /** What the show goes by of chat. */
  readonly chat: Schemas['ChatDeskView'];
  /** How chat is doing; null until it has been told. */
  readonly chatIn: Schemas['ChatInView'] | null;
  readonly standby: Schemas['Standby'];
  readonly faults: Schemas['FaultsView'];
  /** How Side Lamp stands towards the local network; null until it has been told. */
  readonly network: Schemas['NetworkView'] | null;
  /** How far each topic has come. */
  readonly revs: Readonly<Record<Topic, number>>;
}

const names = Object.keys(keys) as Topic[];

export const nothing: Told = {
  ...(Object.fromEntries(names.map((name) => [name, new Map()])) as unknown as Topics),
  epoch: '',
  revision: 0,
  ahead: {
    followers: [],
    repeats: [],
    cueSteps: [],
    alerts: [],
    alertsNow: { quiet: 0 },
    asides: [],
    watches: [],
    waits: false,
  },
  back: { lightsOut: false, bringsBack: [] },
  session: null,
  chat: { queue: [], ahead: [], votes: [], commands: [] },
  chatIn: null,
  standby: {},
  faults: { findings: [] },
  network: null,
  revs: Object.fromEntries(names.map((name) => [name, 0])) as Record<Topic, number>,
};

/** What is known after these news; null when they do not follow on from it, so that only all of it helps. */
export function withNews(known: Told, news: DeskNews): Told | null {
  const revs = { ...known.revs };
  const topics: Partial<Record<Topic, Entries<unknown>>> = {};
  for (const name of names) {
    const told = news[name] as Difference | null | undefined;
    if (!told) continue;
    if (told.from != null && (news.epoch !== known.epoch || told.from !== known.revs[name])) return null;
    topics[name] = withDifference(known[name], told, keys[name] as (one: unknown) => string);
    revs[name] = told.rev;
  }
  const { ahead, back, session, chat, chatIn, standby, faults, network } = news;
  return {
    ...known,
    ...(topics as Partial<Topics>),
    ...(ahead && { ahead }),
    ...(session && { session }),
    ...(chat && { chat }),
    ...(chatIn && { chatIn }),
    ...(back && { back }),
    ...(standby && { standby }),
    ...(faults && { faults }),
    ...(network && { network }),
    epoch: news.epoch,
    revision: news.revision,
    revs,
  };
}

interface Difference {
  from?: number | null;
  rev: number;
  set?: unknown[] | null;
  drop?: string[] | null;
}

function withDifference(known: Entries<unknown>, told: Difference, key: (one: unknown) => string): Entries<unknown> {
  const next = new Map(told.from == null ? [] : known);
  for (const gone of told.drop ?? []) next.delete(gone);
  for (const one of told.set ?? []) next.set(key(one), one);
  return next;
}
