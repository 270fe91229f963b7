/** Whether these words take something from the feed. */
export function takesFrom(feed: string, words: string): boolean {
  return new RegExp(`{[{%][^}]*(?<![\\w.'"])${feed}(?!\\w)`).test(words);
}
