import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { Toaster } from 'sonner';
import './app.css';
import './desk/actions';
import { registerEverywhere } from './frame/actions';
import { router } from './frame/router';
import { startLive } from './live/live';
import { followShow } from './show/followShow';
import { queries } from './show/mutations';
import { ShowGate } from './show/ShowGate';
import { Questions } from './ui/ask';
import { Empty } from './ui/Page';

registerEverywhere((to) => void router.navigate(to));
followShow();
startLive();

const waiting = (
  <div className="grid h-full">
    <Empty title="Side Lamp is not answering yet.">This page goes on by itself as soon as it does.</Empty>
  </div>
);

createRoot(document.getElementById('app')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <ShowGate waiting={waiting}>
        <RouterProvider router={router} />
        <Questions />
      </ShowGate>
    </QueryClientProvider>
    {/* Above the foot of the desk: what was done by mistake is taken back there. */}
    <Toaster
      theme="dark"
      position="bottom-left"
      // Over the trail of the desk: nothing that is pressed lies there.
      offset={{ left: 248, bottom: 7 }}
      toastOptions={{
        unstyled: true,
        classNames: {
          toast:
            'flex w-90 items-center gap-2.5 rounded-[10px] bg-ridge px-3 py-2.5 font-sans text-[13px] text-ink shadow-[0_10px_36px_#000a,inset_0_0_0_1px_var(--color-line)]',
          error: 'shadow-[0_10px_36px_#000a,inset_0_0_0_1.5px_var(--color-orchid)]! [&_[data-icon]]:text-orchid',
          success: '[&_[data-icon]]:text-moss',
          content: 'flex-1',
          actionButton: 'rounded-md bg-line px-2.5 py-1 font-semibold hover:brightness-110',
        },
      }}
    />
  </StrictMode>,
);
