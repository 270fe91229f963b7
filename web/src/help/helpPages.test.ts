import { expect, test } from 'vitest';
import { findHelp, helpPages } from './helpPages';

const pages: Record<string, string> = import.meta.glob('../**/*.tsx', {
  query: '?raw',
  import: 'default',
  eager: true,
});

/** Where each ? of the interface leads, with the file that has it. */
const asked = Object.entries(pages).flatMap(([file, text]) =>
  [...text.matchAll(/\b(?:help|about)="([a-z-]+(?:#[a-z0-9-]+)?)"/g)].map((found) => [found[1]!, file] as const),
);

test('each ? leads to a heading that is there', () => {
  const known = new Set(
    helpPages.flatMap((page) => [page.id, ...page.parts.flatMap((part) => (part.id ? `${page.id}#${part.id}` : []))]),
  );
  expect(asked.length).toBeGreaterThan(25);
  expect(asked.filter(([spot]) => !known.has(spot))).toEqual([]);
});

test('each page of the help is reached by a ?, has no part of the same name twice, and is found by its own title', () => {
  for (const page of helpPages) {
    expect(
      asked.some(([spot]) => spot.split('#')[0] === page.id),
      page.id,
    ).toBe(true);
    const ids = page.parts.map((part) => part.id);
    expect(new Set(ids).size, page.id).toBe(ids.length);
    for (const part of page.parts)
      expect(
        findHelp(part.title).some((found) => found.part === part),
        part.title,
      ).toBe(true);
  }
});
