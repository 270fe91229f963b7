import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { expect, test } from 'vitest';

// Reference: RFC 4180 as papaparse 5 reads it. It is told the delimiter that the server found; what to call empty is ours.
const sheets = JSON.parse(readFileSync('../tests/vectors/sheets.json', 'utf8')) as { text: string; rows: string[][] }[];

test.each(sheets)('$text is read as a second reader reads it', ({ text, rows }) => {
  const first = text.split('\n')[0]!.replace(/"[^"]*"/g, '');
  const delimiter = first.includes('\t') ? '\t' : first.includes(';') ? ';' : ',';
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimiter });
  expect(rows).toEqual(data.filter((row) => row.some((cell) => cell !== '')));
});
