import { readdirSync, readFileSync } from 'node:fs';
import Ajv2020 from 'ajv/dist/2020';
import { expect, test } from 'vitest';

// The format's JSON Schema is held by a validator that is not ours.
const read = (path: string) => JSON.parse(readFileSync(path, 'utf8')) as Record<string, unknown>;
const validate = new Ajv2020({ allErrors: true, strictRequired: false }).compile(read('../docs/template.schema.json'));
const bundled = readdirSync('../templates').filter((file) => file.endsWith('.json'));

test('there are templates to validate', () => expect(bundled.length).toBeGreaterThanOrEqual(32));

test.each(bundled)('%s is what the schema says', (file) => {
  validate(read(`../templates/${file}`));
  expect(validate.errors).toBeNull();
});

test('the schema refuses what the reader refuses', () => {
  const name = read('../templates/name.json');
  expect(validate({ ...name, seat: 'attic' })).toBe(false);
  expect(validate({ ...name, root: { id: 'x', part: 'hologram' } })).toBe(false);
  expect(validate({ ...name, colour: 'red' })).toBe(false);
});
