// @vitest-environment jsdom
import { expect, test } from 'vitest';
import { isOld } from './build';

test('a page of another build is old, once for each build that is served; a page without a build never is', () => {
  expect(isOld('b')).toBe(false);
  document.head.innerHTML = '<meta name="build" content="a">';
  expect(isOld('a')).toBe(false);
  expect(isOld('')).toBe(false);
  expect(isOld('b')).toBe(true);
  // What loading anew did not bring will not come by loading again.
  sessionStorage.setItem('sidelamp:build', 'b');
  expect(isOld('b')).toBe(false);
  expect(isOld('c')).toBe(true);
});
