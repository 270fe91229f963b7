import { readFileSync } from 'node:fs';
import { Liquid } from 'liquidjs';
import { expect, test } from 'vitest';

const { night, said } = JSON.parse(readFileSync('../tests/vectors/placeholders.json', 'utf8')) as {
  night: object;
  said: { words: string; text: string }[];
};

// Reference: the Liquid language as liquidjs 10 has it.
test.each(said)('$words says what a second engine makes of it', async ({ words, text }) => {
  expect(text).toBe(await new Liquid().parseAndRender(words, { night }));
});
