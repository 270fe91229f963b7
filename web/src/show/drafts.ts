import { useStore } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { createStore } from 'zustand/vanilla';
import type { Schemas } from '../api/client';
import { showNow, shows, upCardOf, type Show } from './show';

/** Words that were typed for a card on the desk, and are not kept yet. */
export interface Draft {
  readonly card: string;
  /** The revision of the show that it was begun on: it tells what was changed by somebody else since. */
  readonly from: number;
  /** By field name. */
  readonly words: Readonly<Record<string, string>>;
  /** Why it was not kept; null = it was not tried, or not refused. */
  readonly refused: string | null;
}

/** By graphic. They are of one page: they stay through its other places and its reloading, and no other page sees them. */
export const drafts = createStore<{ readonly all: Readonly<Record<string, Draft>> }>()(
  persist((): { all: Record<string, Draft> } => ({ all: {} }), {
    name: 'sidelamp:drafts',
    storage: createJSONStorage(() => sessionStorage),
  }),
);

/** The draft of a graphic; undefined = none. */
export function useDraft(graphic: string | undefined): Draft | undefined {
  return useStore(drafts, ({ all }) => (graphic === undefined ? undefined : all[graphic]));
}

function put(graphic: string, draft: Draft | null): void {
  drafts.setState(({ all }) => {
    const others = Object.fromEntries(Object.entries(all).filter(([id]) => id !== graphic));
    return { all: draft && Object.keys(draft.words).length > 0 ? { ...others, [graphic]: draft } : others };
  });
}

/**
 * Words that stand by now, as the server tells it, are no draft any more: the page that kept them may have gone before it had its
 * answer. A draft of what stands would be refused for ever, and every press with it.
 */
function forgetStanding(kept: Show): void {
  for (const [graphic, draft] of Object.entries(drafts.getState().all)) {
    const stands = kept.graphics.find(({ id }) => id === graphic)?.cards.find(({ id }) => id === draft.card)?.words;
    const left = Object.entries(draft.words).filter(([name, text]) => stands?.[name] !== text);
    if (left.length < Object.keys(draft.words).length) put(graphic, { ...draft, words: Object.fromEntries(left) });
  }
}
shows.subscribe(({ kept }, before) => {
  if (kept && kept !== before.kept) forgetStanding(kept);
});

/** Words are typed. Those that say again what stands are no draft. */
export function typeDraft(graphic: string, card: string, words: Record<string, string>): void {
  const old = drafts.getState().all[graphic];
  const from = old?.card === card ? old.from : showNow().revision;
  put(graphic, { card, from, words, refused: null });
}

/** It is thrown away: what stands is shown again. */
export function discardDraft(graphic: string): void {
  put(graphic, null);
}

/** Words of it were kept. What was typed while they were on their way stays a draft, begun on what they became. */
export function keptDraft(graphic: string, words: Readonly<Record<string, string>>): void {
  const draft = drafts.getState().all[graphic];
  if (!draft) return;
  const left = Object.entries(draft.words).filter(([name, text]) => words[name] !== text);
  put(graphic, { ...draft, from: showNow().revision, words: Object.fromEntries(left), refused: null });
}

/** It was not kept, and is shown beside what stands. */
export function refusedDraft(graphic: string, sentence: string): void {
  const draft = drafts.getState().all[graphic];
  if (draft) put(graphic, { ...draft, refused: sentence });
}

/** It is to stand, whatever somebody else made of it since. */
export function insistOnDraft(graphic: string): void {
  const draft = drafts.getState().all[graphic];
  if (draft) put(graphic, { ...draft, from: showNow().revision, refused: null });
}

/** What a press has to keep, so that it shows what standby shows; undefined = nothing. Left out, the card is the one that is up. */
export function draftFor(graphic: string, card?: string | null): Schemas['Draft'] | undefined {
  const draft = drafts.getState().all[graphic];
  const stands = draft && showNow().graphics.find((one) => one.id === graphic);
  if (!stands || draft.card !== (card ?? upCardOf(stands).id)) return undefined;
  return { graphic, card: draft.card, words: draft.words, revision: draft.from };
}
