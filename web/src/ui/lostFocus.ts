import { isTyping } from './isTyping';

/** A key that comes so soon after the focus was lost by itself was meant for the field, in ms. */
const tooSoon = 500;

/** What a hand did so short a time ago, in ms, moved the focus. */
const byHand = 150;

/**
 * Watches for text fields that lose the focus though no hand moved it: they went away, or were locked, while somebody typed.
 * What is typed on is no press then.
 * @returns whether a key that is pressed now was still meant for such a field; each such key begins the wait anew
 */
export function watchLostFocus(page: Document): () => boolean {
  let field: Element | null = null;
  let moved = -Infinity;
  let lost = -Infinity;
  const now = (): number => performance.now();
  const lose = (): void => {
    field = null;
    if (now() - moved > byHand) lost = now();
  };
  // A field that is taken out of the page, or locked, says nothing.
  const watch = new MutationObserver(() => {
    if (field && (!field.isConnected || field.matches(':disabled'))) lose();
  });
  page.addEventListener('focusin', ({ target }) => {
    lost = -Infinity;
    field = isTyping(target) ? (target as Element) : null;
    watch.disconnect();
    if (field) watch.observe(page, { subtree: true, childList: true, attributes: true, attributeFilter: ['disabled'] });
  });
  page.addEventListener('focusout', ({ target }) => {
    if (target === field && page.hasFocus()) lose();
  });
  const hand = (): void => void (moved = now());
  page.addEventListener('pointerdown', hand, { capture: true });
  page.addEventListener('keydown', ({ key }) => /^(Tab|Enter|Escape|F\d+)$/.test(key) && hand(), { capture: true });
  return () => {
    if (now() - lost > tooSoon) return false;
    lost = now();
    return true;
  };
}
