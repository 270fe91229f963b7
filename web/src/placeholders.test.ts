import { readFileSync } from 'node:fs';
import { Liquid } from 'liquidjs';
import { expect, test } from 'vitest';
import { filters as offered } from './show/filters';
import { offersFor } from './show/placeholders';

const { night, filters, said } = JSON.parse(readFileSync('../tests/vectors/placeholders.json', 'utf8')) as {
  night: object;
  filters: string[];
  said: { words: string; text: string }[];
};

// Reference: the Liquid language as liquidjs 10 has it.
test.each(said)('$words says what a second engine makes of it', async ({ words, text }) => {
  expect(text).toBe(await new Liquid().parseAndRender(words, { night }));
});

const show = {
  feeds: [{ id: 'night', name: 'Night' }],
  timers: [],
  labels: [{ id: 'top_tip', name: 'Top tip' }],
  alertRules: [],
};

test('what can be done to a value is offered where it is begun, and what is offered can be taken as it is', async () => {
  expect(offered.filter(({ name }) => !filters.includes(name))).toEqual([]);
  for (const { text } of offersFor('{{ night.species |', show))
    await expect(new Liquid().parseAndRender(text, { night })).resolves.not.toContain('{');
  const texts = (typed: string) => offersFor(typed, show).map(({ text }) => text);
  expect(texts('Seen: {{ night.species | upc')).toEqual(['Seen: {{ night.species | upcase }}']);
  expect(texts('{{ night.note | strip | def }}')).toEqual(['{{ night.note | strip | default: "nothing yet" }}']);
  expect(texts('{{ night.note | default: "x" }}')).toEqual([]);
  expect(texts('{{ night.species | upcase }}')).toEqual([]);
  expect(texts('{{ night.species | upcase }} or so')).toEqual([]);
  expect(texts('{{ ni')).toEqual(['{{ night.text }}']);
});
