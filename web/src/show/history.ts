import { ownPage, type Schemas } from '../api/client';

/** Who made an edit, in words; empty for this page. */
export function whoseEdit({ author }: Pick<Schemas['EditView'], 'author'>): string {
  if (author === ownPage) return '';
  return author === 'elsewhere' ? ', by a program' : ', in another window';
}
