import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { later } from './later';

const QuestionNow = later(async () => (await import('./Question')).Question, { takesKeys: true });

export interface Asked {
  title: string;
  /** What would happen. */
  words?: string;
  /** What is done, as the button says it. */
  yes: string;
  answer(yes: boolean): void;
}

const store = createStore<{ asked: Asked | null }>(() => ({ asked: null }));

/** Asks before what cannot be undone, or what viewers would see. Whether it is to be done. */
export function ask(question: Omit<Asked, 'answer'>): Promise<boolean> {
  store.getState().asked?.answer(false);
  return new Promise((done) => {
    const answer = (yes: boolean): void => {
      store.setState({ asked: null });
      done(yes);
    };
    store.setState({ asked: { ...question, answer } });
  });
}

/** Where questions are asked; once in a page. */
export function Questions() {
  const asked = useStore(store, (state) => state.asked);
  return asked && <QuestionNow {...asked} />;
}
