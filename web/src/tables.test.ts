import { readFileSync } from 'node:fs';
import { XMLParser } from 'fast-xml-parser';
import Papa from 'papaparse';
import { expect, test } from 'vitest';
import * as XLSX from 'xlsx';

type Row = Record<string, string>;

const tables = JSON.parse(readFileSync('../tests/vectors/tables.json', 'utf8')) as {
  kind: 'csv' | 'xml' | 'news' | 'sheet';
  text: string;
  rows: Row[];
}[];
const of = (kind: string) => tables.filter((table) => table.kind === kind);

const xml = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  htmlEntities: true,
});

// Reference: RFC 4180 as papaparse 5 reads it.
test.each(of('csv'))('$text is the table that a second reader makes', ({ text, rows }) => {
  const { data } = Papa.parse<Row>(text, { header: true, skipEmptyLines: true });
  expect(rows).toEqual(data);
});

// Reference: XML as fast-xml-parser 5 reads it.
test.each(of('xml'))('$text has the rows that a second reader finds', ({ text, rows }) => {
  const read = xml.parse(text) as { night: { sighting: Row[] } };
  expect(rows).toEqual(read.night.sighting);
});

// Reference: SpreadsheetML as the npm package xlsx 0.18 reads it; dates as that writes them.
test('a workbook has the sheets and the cells that a second reader finds', () => {
  const [path] = of('sheet').map(({ text }) => text);
  const book = XLSX.read(readFileSync(`../${path}`), { cellDates: true });
  const read = book.SheetNames.map((name) =>
    XLSX.utils.sheet_to_json<Row>(book.Sheets[name]!, { raw: false, dateNF: 'yyyy-mm-dd' }),
  );
  expect(of('sheet').map(({ rows }) => rows)).toEqual(read);
});

interface Item {
  title: string;
  link: string | { href: string };
  description?: string;
  summary?: string;
  pubDate?: string;
  updated?: string;
}

// References: RSS 2.0 and Atom as fast-xml-parser 5 reads them; their dates as JavaScript's own Date reads them.
test.each(of('news'))('$text has the items that a second reader finds', ({ text, rows }) => {
  const read = xml.parse(text) as { rss?: { channel: { item: Item[] } }; feed?: { entry: Item[] } };
  const items = read.rss?.channel.item ?? read.feed!.entry;
  expect(
    rows.map(({ title, text: words, link, published }) => ({ title, words, link, at: Date.parse(published!) })),
  ).toEqual(
    items.map((item) => ({
      title: item.title,
      words: item.description ?? item.summary,
      link: typeof item.link === 'string' ? item.link : item.link.href,
      at: Date.parse(item.pubDate ?? item.updated!),
    })),
  );
});
