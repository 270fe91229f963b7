import type { Schemas } from '../api/client';

export type Comparison = Schemas['Comparison'];

export const comparisons: readonly (readonly [Comparison, string])[] = [
  ['equals', 'is'],
  ['differs', 'is not'],
  ['contains', 'contains'],
  ['lacks', 'does not contain'],
  ['above', 'is above'],
  ['atLeast', 'is at least'],
  ['below', 'is below'],
  ['atMost', 'is at most'],
  ['filled', 'says something'],
  ['empty', 'is empty'],
];

/** Whether a cell is held against something. */
export const hasValue = (is: Comparison): boolean => is !== 'filled' && is !== 'empty';
