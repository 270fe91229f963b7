import { AlertDialog } from 'radix-ui';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { Button } from './Button';

interface Question {
  title: string;
  /** What would happen. */
  words?: string;
  /** What is done, as the button says it. */
  yes: string;
}

const store = createStore<{ asked: (Question & { answer(yes: boolean): void }) | null }>(() => ({ asked: null }));

/** Asks before what cannot be undone, or what viewers would see. Whether it is to be done. */
export function ask(question: Question): Promise<boolean> {
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
  return (
    <AlertDialog.Root open={asked !== null} onOpenChange={(open) => !open && asked?.answer(false)}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-50 bg-black/60" />
        <AlertDialog.Content className="fixed inset-0 z-50 m-auto grid h-fit w-[min(440px,92vw)] gap-3 rounded-2xl bg-panel p-5 shadow-[0_20px_60px_#000a]">
          <AlertDialog.Title className="text-[15px] font-bold">{asked?.title}</AlertDialog.Title>
          <AlertDialog.Description className="text-quiet">{asked?.words}</AlertDialog.Description>
          <div className="flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button>Cancel</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild onClick={() => asked?.answer(true)}>
              <Button kind="cool">{asked?.yes}</Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
