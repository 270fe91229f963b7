import type { Schemas } from '../api/client';

export type Kind = Schemas['SourceKind'];

/** What a source is, as a streamer would say it. */
export const kindNames: Record<Kind, string> = {
  text: 'text',
  lines: 'text, line by line',
  pairs: 'names and values',
  checklist: 'checklist',
  csv: 'table (CSV)',
  sheet: 'workbook (XLSX)',
  json: 'JSON',
  xml: 'XML',
  news: 'news (RSS, Atom)',
};

export const kindChoices = Object.entries(kindNames) as [Kind, string][];

/** Kinds whose first row may name the columns. */
export const hasFirstRow = (kind: Kind): boolean => kind === 'csv' || kind === 'sheet';

/** Kinds of which it can be said where the rows are. */
export const hasRows = (kind: Kind): boolean => kind === 'json' || kind === 'xml';

export const firstRowChoices = [
  ['seen', 'first row: as it looks'],
  ['names', 'first row: names of columns'],
  ['values', 'first row: values'],
] as const;

export const columnKindNames: Record<Schemas['ColumnKind'], string> = {
  text: 'text',
  number: 'number',
  instant: 'time',
  picture: 'picture',
  truth: 'yes or no',
};
