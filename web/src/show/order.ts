/** Edits that this page has handed in and the server has not answered yet. */
const unanswered = new Set<Promise<void>>();

/** A server that takes longer over an edit, in ms, is stuck: the press goes without it. */
const longest = 1000;

/** An edit is handed in. */
export function handedIn(): { answered: () => void } {
  let answered!: () => void;
  const answer = new Promise<void>((done) => (answered = done));
  unanswered.add(answer);
  void answer.then(() => unanswered.delete(answer));
  return { answered };
}

/**
 * Once the edits that were handed in before are answered: a press goes to the server on a way of its own, and would
 * overtake the words that it means.
 */
export function afterEdits(): Promise<unknown> {
  if (unanswered.size === 0) return Promise.resolve();
  return Promise.race([Promise.all(unanswered), new Promise((done) => setTimeout(done, longest))]);
}
