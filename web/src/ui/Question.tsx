import { AlertDialog } from 'radix-ui';
import type { Asked } from './ask';
import { Button } from './Button';

/** A question that is answered before anything else. */
export function Question({ title, words, yes, answer }: Asked) {
  return (
    <AlertDialog.Root open onOpenChange={(open) => !open && answer(false)}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-50 bg-black/60" />
        <AlertDialog.Content className="fixed inset-0 z-50 m-auto grid h-fit w-[min(440px,92vw)] gap-3 rounded-2xl bg-panel p-5 shadow-[0_20px_60px_#000a]">
          <AlertDialog.Title className="text-title font-bold">{title}</AlertDialog.Title>
          <AlertDialog.Description className="text-quiet">{words}</AlertDialog.Description>
          <div className="flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button>Cancel</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild onClick={() => answer(true)}>
              <Button kind="cool">{yes}</Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
