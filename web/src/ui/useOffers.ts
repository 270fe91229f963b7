import { useState, type KeyboardEvent } from 'react';

/** Something that what is being typed could become. */
export interface Offer {
  words: string;
  /** All of the field's text, once it is taken. */
  text: string;
}

export interface Offers {
  all: readonly Offer[];
  /** Which one Enter takes. */
  at: number;
  take(offer: Offer): void;
  /** Whether the key was for the offers. */
  onKey(event: KeyboardEvent): boolean;
}

/** Offers while somebody types: arrows choose, Enter or Tab takes, Escape sends them away until more is typed. */
export function useOffers(text: string, offers: readonly Offer[], take: (text: string) => void): Offers {
  const [at, setAt] = useState(0);
  const [away, setAway] = useState<string | null>(null);
  const all = away === text ? [] : offers;
  const place = Math.min(at, Math.max(0, all.length - 1));
  return {
    all,
    at: place,
    take: (offer) => take(offer.text),
    onKey(event) {
      const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
      if (all.length === 0 || event.ctrlKey || event.metaKey || event.altKey) return false;
      if (step !== undefined) setAt((place + step + all.length) % all.length);
      else if (event.key === 'Escape') setAway(text);
      else if (event.key === 'Enter' || event.key === 'Tab') take(all[place]!.text);
      else return false;
      event.preventDefault();
      event.stopPropagation();
      return true;
    },
  };
}
