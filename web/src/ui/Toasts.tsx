import { useEffect } from 'react';
import { Toaster, toast } from 'sonner';
import { toastsAreHere } from './toast';

/** Where toasts are shown; once in a page. Above the foot of the desk: what was done by mistake is taken back there. */
export function Toasts() {
  useEffect(() => toastsAreHere(toast), []);
  return (
    <Toaster
      theme="dark"
      position="bottom-left"
      // Over the trail of the desk: nothing that is pressed lies there.
      offset={{ left: 248, bottom: 7 }}
      // On a phone, over what lies at the foot under the thumb.
      mobileOffset={{ bottom: 72, left: 12, right: 12 }}
      toastOptions={{
        unstyled: true,
        classNames: {
          toast:
            'flex w-90 items-center gap-2.5 rounded-[10px] bg-ridge px-3 py-2.5 font-sans text-body text-ink shadow-[0_10px_36px_#000a,inset_0_0_0_1px_var(--color-line)]',
          error: 'shadow-[0_10px_36px_#000a,inset_0_0_0_1.5px_var(--color-orchid)]! [&_[data-icon]]:text-orchid',
          success: '[&_[data-icon]]:text-moss',
          content: 'flex-1',
          actionButton: 'rounded-md bg-line px-2.5 py-1 font-semibold hover:brightness-110',
        },
      }}
    />
  );
}
