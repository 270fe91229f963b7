// @vitest-environment jsdom
import { beforeEach, expect, test, vi } from 'vitest';
import { watchLostFocus } from './lostFocus';

let now = 10_000;
vi.spyOn(performance, 'now').mockImplementation(() => now);
vi.spyOn(document, 'hasFocus').mockReturnValue(true);
const meantForAField = watchLostFocus(document);
let field: HTMLInputElement;

beforeEach(() => {
  now += 10_000;
  document.body.innerHTML = '<input><button>Light</button>';
  field = document.querySelector('input')!;
  field.focus();
});
const told = () => new Promise((done) => setTimeout(done));

test('keys that come right after a field went away under the fingers are no presses, for as long as they keep coming', async () => {
  field.remove();
  await told();
  for (let key = 0; key < 5; key++) {
    now += 300;
    expect(meantForAField()).toBe(true);
  }
  now += 501;
  expect(meantForAField()).toBe(false);
});

test('so it is with a field that is locked while somebody types in it', async () => {
  field.disabled = true;
  await told();
  now += 100;
  expect(meantForAField()).toBe(true);
});

test('a field that a hand has left leaves the keys free at once', async () => {
  document.querySelector('button')!.dispatchEvent(new Event('pointerdown', { bubbles: true }));
  field.blur();
  await told();
  expect(meantForAField()).toBe(false);
});
