import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, client } from '../api/client';
import { useLive, type Live } from '../live/live';
import type { Picture } from '../painter/wire';
import { wholeOf } from '../show/placeholders';
import { asks, timerIn } from '../show/timerWords';
import { takesFrom } from '../show/feedWords';
import { templateOf, upCardOf, useShow, useUnderWay, type Brand, type Placement, type Show } from '../show/show';

/** The laid-out picture of a graphic as it would be lit now, perhaps with words that are still being typed. */
export function usePicture(
  graphic: string | null | undefined,
  typed?: Readonly<Record<string, string>>,
  card?: string,
  /** In place of the graphic's own, while it is being moved. */
  place?: Placement,
  /** In place of the one that the show wears. */
  brand?: Brand,
) {
  // Half a placeholder is no words yet.
  const words = typed && Object.fromEntries(Object.entries(typed).map(([name, text]) => [name, wholeOf(text)]));
  const early = useUnderWay(graphic ?? '');
  const made = useShow((show) => madeFrom(show, graphic, card));
  const said = { ...useShow((show) => wordsOf(show, graphic, card)), ...words };
  const onAllRows = useShow((show) => show.graphics.find((one) => one.id === graphic)?.cardsFrom?.words);
  const fed = useLive((live) => [
    ...feedsIn(said, live),
    ...timersIn(said, live),
    ...picturesIn(onAllRows ?? said, live),
    ...chatIn(said, live),
  ]);
  return useQuery({
    // While an edit is on its way the answer may be older than the question: it is asked again when the edit is kept.
    queryKey: ['picture', graphic, made, words, place, brand, fed, early],
    staleTime: early ? 0 : Infinity,
    queryFn: () =>
      answered(client.POST('/api/preview', { body: { graphic: graphic!, card, words, place, brand: brand?.name } })),
    enabled: !!graphic,
    placeholderData: keepPreviousData,
    retry: false,
    // Edits make many; only the latest are worth keeping.
    gcTime: 20_000,
  });
}

/** The picture as it is now, asked for anew: what is measured by it must not be a moment old. */
export function fetchPicture(graphic: string, place?: Placement): Promise<Picture> {
  return answered(client.POST('/api/preview', { body: { graphic, place } }));
}

/** Which pictures of the feeds that these words name are here. */
const picturesIn = (words: Record<string, string>, live: Live): unknown[] =>
  namedIn(words, live).map((feed) => feed.pictures?.version);

/** What votes and commands have come to, where these words ask. */
const chatIn = (words: Record<string, string>, { chat }: Live): unknown[] =>
  Object.values(words).some((text) => /\b(votes|chat)\./.test(text)) ? [chat.votes, chat.commands] : [];

/** When the feeds that these words name last changed, and which row they stand on. */
const feedsIn = (words: Record<string, string>, live: Live): unknown[] =>
  namedIn(words, live).flatMap((feed) => [feed.changedAt, feed.stand?.at, feed.stand?.isHeld]);

function namedIn(words: Record<string, string>, live: Live) {
  const all = Object.values(words).filter((text) => text.includes('{'));
  return all.length === 0
    ? []
    : [...live.feeds.values()].filter((feed) => all.some((text) => takesFrom(feed.id, text)));
}

/** The timers that these words show, as they run now, and what those do that they ask. */
function timersIn(words: Record<string, string>, live: Live): unknown[] {
  const all = Object.values(words);
  return [...live.timers.values()].flatMap((timer) => [
    all.some((text) => timerIn(text) === timer.timer) && timer.program,
    all.some((text) => asks(timer.timer, text)) && [timer.running, timer.over].join(),
  ]);
}

function wordsOf(show: Show, id: string | null | undefined, card?: string): Record<string, string> {
  const graphic = show.graphics.find((one) => one.id === id);
  return graphic ? (graphic.cards.find((one) => one.id === card) ?? upCardOf(graphic)).words : {};
}

/** What a picture is made from. An edit elsewhere in the show leaves it as it is, and asks for nothing. */
function madeFrom(show: Show, id: string | null | undefined, card?: string): unknown[] {
  const graphic = show.graphics.find((one) => one.id === id);
  if (!graphic) return [];
  return [
    wordsOf(show, id, card),
    graphic.place,
    show.seats.find((seat) => seat.id === graphic.seat)?.room ?? graphic.seat,
    graphic.outfits.find((outfit) => outfit.id === graphic.worn)?.hidden,
    graphic.lettering,
    graphic.speed,
    graphic.belt,
    graphic.endsWithVideo,
    templateOf(show, graphic)?.version,
    show.brand,
    show.canvas,
  ];
}
