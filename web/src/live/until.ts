/** The news of an edit or a press come before its answer, or a moment later, in ms; else something was missed. */
export const newsWithin = 1000;

/**
 * Once something holds of a store.
 * @param within ms that it may take
 * @returns whether it came to hold
 */
export function until(
  store: { subscribe(heard: () => void): () => void },
  holds: () => boolean,
  within: number,
): Promise<boolean> {
  if (holds()) return Promise.resolve(true);
  return new Promise((done) => {
    const end = (held: boolean): void => {
      clearTimeout(late);
      stop();
      done(held);
    };
    const late = setTimeout(() => end(false), within);
    const stop = store.subscribe(() => holds() && end(true));
  });
}
