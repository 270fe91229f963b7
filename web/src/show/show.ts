import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import { createStore } from 'zustand/vanilla';
import type { Schemas } from '../api/client';

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
export type Label = Schemas['Label'];

/** The timers that count, and are started and stopped: not the time of day. */
export const countingOf = (show: { timers: readonly Timer[] }): Timer[] =>
  show.timers.filter(({ kind }) => kind !== 'clock');
export type Cue = Schemas['Cue'];
/** An edit without the revision that it carries. */
export type Edit<T> = Omit<T, 'revision'>;

/** An edit on its way. */
export interface Change {
  /** The graphic's id, or `whole`. */
  what: string;
  /** What the edit makes of a show. */
  make(show: Show): Show;
}

/** Stands for all graphics. */
export const whole = '*';

interface State {
  /** As the server last told it; null until it has been asked for. */
  readonly kept: Show | null;
  readonly onTheWay: readonly Change[];
  /**
   * What edits on their way will make of it: the next press, and the next step of an arrow key, must already obey them.
   * A refused one is gone with its answer.
   */
  readonly show: Show | null;
}

export const shows = createStore<State>(() => ({ kept: null, onTheWay: [], show: null }));

/** The server has told of a newer show, or an edit has set out or come back. */
export function setShow(part: Partial<Pick<State, 'kept' | 'onTheWay'>>): void {
  const { kept, onTheWay } = { ...shows.getState(), ...part };
  shows.setState({ kept, onTheWay, show: kept && onTheWay.reduce((old, { make }) => make(old), kept) });
}

/** The show as it stands now. Only for what runs once it has been told. */
export function showNow(): Show {
  return shows.getState().show!;
}

/**
 * An entry as it stands now, with the edits on their way: what was drawn last may be a moment older, and an edit of a whole value
 * that is made from it would take back the one before.
 */
export function nowOf<T extends { id: string }>(list: (show: Show) => readonly T[], entry: T): T {
  return list(showNow()).find((one) => one.id === entry.id) ?? entry;
}

/** A part of the show; all of it where nothing is selected. Only below `ShowGate`. */
export function useShow(): Show;
export function useShow<T>(select: (show: Show) => T): T;
export function useShow<T>(select?: (show: Show) => T): T | Show {
  return useStore(
    shows,
    useShallow(({ show }: State) => (select ? select(show!) : show!)),
  );
}

/** Whether edits of this graphic, or of the whole show, are on their way: what the server lays out may be older than this page. */
export function useUnderWay(graphic: string): boolean {
  return useStore(shows, ({ onTheWay }) => onTheWay.some(({ what }) => what === graphic || what === whole));
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
