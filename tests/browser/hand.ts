import type { Locator, Page } from '@playwright/test';

/** A hand: what it presses and types is counted. A word that is typed counts once. */
export class Hand {
  presses = 0;

  constructor(readonly page: Page) {}

  async press(what: Locator | string): Promise<void> {
    this.presses++;
    await (typeof what === 'string' ? this.page.keyboard.press(what) : what.click());
  }

  async type(into: Locator, words: string): Promise<void> {
    this.presses++;
    await into.fill(words);
  }

  button(name: string | RegExp, within: Page | Locator = this.page): Locator {
    return within.getByRole('button', { name });
  }
}
