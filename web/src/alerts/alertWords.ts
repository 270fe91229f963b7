import type { Schemas } from '../api/client';
import { begun, eventKindsOfOne, kindWord } from '../show/eventWords';

export type AlertRule = Schemas['AlertRule'];

/** What alerts are for. */
export const kinds = [...eventKindsOfOne, ['goal', begun(kindWord('goal'))]] as const;

/** What amounts of a kind are counted in, after a number; null = one is like another. */
export function unitOf(kind: string, currency: string): string | null {
  return { tip: currency, member: 'months', gift: 'gifts', visit: 'visitors' }[kind] ?? null;
}

/** What it takes for a rule, as said aloud: “Tip from 5 EUR, first time”. */
export function whenOf(rule: Pick<AlertRule, 'kind' | 'least' | 'tier' | 'firstTime'>, currency: string): string {
  const unit = unitOf(rule.kind, currency);
  const from = unit !== null && rule.least > 0 ? ` from ${rule.least} ${unit}` : '';
  return [
    `${begun(kindWord(rule.kind))}${from}`,
    ...(rule.tier ? [`tier “${rule.tier}”`] : []),
    ...(rule.firstTime ? ['first time'] : []),
  ].join(', ');
}

/** What a graphic says at first, by the names of its fields. */
export const wordsFor = (kind: string): Record<string, string> => ({
  who: '{{ event.name }}',
  what:
    {
      follow: 'New follower',
      member: '{{ event.count }} months with us',
      gift: 'Gifts for all',
      tip: 'Thank you for the tip',
      visit: 'Brings visitors along',
      reward: '{{ event.words }}',
      goal: 'The goal is met',
    }[kind] ?? 'Just now',
  number: { follow: '', reward: '' }[kind] ?? '{{ event.amount }}',
  words: kind === 'tip' ? '{{ event.words }}' : '',
});

/** How long one may wait that nobody has set, in words. */
export const usualWait = (kind: string): string =>
  ['tip', 'gift', 'member'].includes(kind) ? 'for good' : kind === 'visit' ? 'two minutes' : 'a minute';

export const waits = (kind: string) =>
  [
    ['', usualWait(kind)],
    ['30000', '30 seconds'],
    ['60000', 'a minute'],
    ['120000', 'two minutes'],
    ['600000', 'ten minutes'],
    ['3600000', 'an hour'],
  ] as const;

export const turns = [
  ['ahead', 'before all others'],
  ['inTurn', 'in its turn'],
  ['last', 'after all others'],
] as const;
