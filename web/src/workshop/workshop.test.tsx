// @vitest-environment jsdom
import { cleanup, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { readFileSync } from 'node:fs';
import { useState } from 'react';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { StandIn } from '../testing/standIn';
import { Fields } from './Fields';
import { PartEditor } from './PartEditor';
import { PartTree } from './PartTree';
import { find, type TemplateJson } from './tree';

let stands: TemplateJson;
let server: StandIn;
const hand = userEvent.setup();
beforeEach(() => {
  server = new StandIn();
  server.answers = ({ path, body }) => {
    if (path !== '/api/saved-finishes') return undefined;
    server.show = { ...server.show, savedFinishes: [...server.show.savedFinishes, { ...body, id: 'f1' } as never] };
    server.tell();
    return { status: 200, body: { now: body } };
  };
});
afterEach(cleanup);

/** The workshop without its picture: what is made of a template stands at once. */
function Workshop({ id }: { id: string }) {
  const [template, setTemplate] = useState(() => (stands = bundled(id)));
  const [chosen, setChosen] = useState([template.root.id]);
  const change = (make: (now: TemplateJson) => TemplateJson): Promise<boolean> => {
    setTemplate((stands = make(stands)));
    return Promise.resolve(true);
  };
  const rebuild = (make: (root: TemplateJson['root']) => TemplateJson['root']) =>
    change((now) => ({ ...now, root: make(now.root) }));
  return (
    <>
      <PartTree root={template.root} fields={template.fields} chosen={chosen} onChoose={setChosen} onChange={rebuild} />
      <Fields template={template} onChange={(make) => change((now) => ({ ...now, fields: make(now.fields) }))} />
      <PartEditor template={template} chosen={chosen} onChange={rebuild} />
    </>
  );
}

const bundled = (id: string) => JSON.parse(readFileSync(`../templates/${id}.json`, 'utf8')) as TemplateJson;
const tree = () => within(screen.getByRole('list', { name: 'Tree of parts' }));
const part = (name: string) => tree().getByRole('button', { name });
const made = (id: string) => find(stands.root, id)!.part;
const add = async (kind: string): Promise<void> => {
  await hand.click(screen.getByRole('button', { name: 'Part' }));
  await hand.click(await screen.findByRole('menuitem', { name: kind }));
};
const choose = async (label: string, wish: string): Promise<void> => {
  screen.getByLabelText(label).focus();
  await hand.keyboard('{Enter}');
  await hand.click(await screen.findByRole('option', { name: wish }));
};

test('a part is named for people, and several are set at once', async () => {
  render(<Workshop id="name" />);
  // What outfits and other parts go by stays.
  await hand.click(part('second line'));
  await hand.type(screen.getByLabelText('Name'), 'What they do{Tab}');
  expect(part('What they do')).toBeTruthy();
  expect(made('role').name).toBe('What they do');
  // Where they differ it says so, and what is set holds for both.
  await hand.keyboard('{Control>}');
  await hand.click(part('name'));
  await hand.keyboard('{/Control}');
  expect(screen.getByText('2 parts:')).toBeTruthy();
  const weight = screen.getByLabelText<HTMLInputElement>('Weight');
  expect(weight.placeholder).toBe('they differ');
  await hand.type(weight, '500{Enter}');
  await waitFor(() => expect([made('name').weight, made('role').weight]).toEqual([500, 500]));
  expect(weight.value).toBe('500');
});

test('a saved finish dresses another part, and a locked part stays as it is', async () => {
  render(<Workshop id="place-bug" />);
  await hand.click(part('place'));
  await choose('Ink', 'highlight');
  await hand.type(screen.getByLabelText('Name of a new finish'), 'Bright');
  await hand.click(
    within(screen.getByRole('region', { name: 'Saved finishes' })).getByRole('button', { name: 'Save' }),
  );
  await add('Words');
  await screen.findByLabelText('Give it the look of');
  await choose('Give it the look of', 'Bright');
  expect(screen.getByLabelText('Ink').textContent).toBe('highlight');
  await hand.click(screen.getByRole('button', { name: 'text is open' }));
  expect(screen.getByText(/“text” is locked\./)).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Delete' }).disabled).toBe(true);
});

test('the row of a list is built from parts too, and a meter finds its field', async () => {
  render(<Workshop id="checklist" />);
  await hand.click(screen.getByRole('button', { name: 'Field' }));
  await choose('Kind of Field 1', 'number');
  await add('Meter');
  expect(made('meter')).toMatchObject({ part: 'meter', value: 'field1' });
  await hand.click(part('item'));
  expect(screen.getByLabelText('Shows').textContent).toBe('column 1');
});
