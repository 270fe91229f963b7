import type { Label } from '../show/show';

export const figures: readonly (readonly [Label['figure'], string])[] = [
  ['latest', 'the latest'],
  ['top', 'the largest'],
  ['total', 'all of it together'],
  ['count', 'how many'],
];

export const spans: readonly (readonly [Label['over'], string])[] = [
  ['session', 'this session'],
  ['today', 'today'],
  ['month', 'this month'],
  ['ever', 'ever'],
];

/** What a new label of this kind says at first. */
export const wordsFor = (figure: Label['figure'], kind: string): string =>
  figure === 'latest' || figure === 'top'
    ? kind === 'tip'
      ? '{{ event.name }} · {{ event.amount }}'
      : '{{ event.name }}'
    : '{{ event.amount }}';

/** What shows a label: these words ask for it. */
export const asksFor = (id: string, text: string): boolean => new RegExp(`\\blabels\\.${id}(_[a-z]+)?\\b`).test(text);
