import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { Toaster } from 'sonner';
import './app.css';
import { BrandPage } from './brand/BrandPage';
import { DeskPage } from './desk/DeskPage';
import { TimersPage } from './timers/TimersPage';
import { FeedsPage } from './feeds/FeedsPage';
import { Frame } from './frame/Frame';
import { CardTable } from './graphics/CardTable';
import { SeatsPage } from './seats/SeatsPage';
import { GraphicsPage } from './graphics/GraphicsPage';
import { LiveProvider } from './live/LiveContext';
import { OutputsPage } from './outputs/OutputsPage';
import { ShowProvider } from './show/ShowContext';
import { Empty } from './ui/Page';
import { WorkshopPage } from './workshop/WorkshopPage';

const queries = new QueryClient({
  defaultOptions: { queries: { staleTime: Infinity, networkMode: 'always' }, mutations: { networkMode: 'always' } },
});

const router = createBrowserRouter([
  {
    element: <Frame />,
    children: [
      { path: '/', element: <DeskPage /> },
      { path: '/graphics', element: <GraphicsPage /> },
      { path: '/graphics/:id', element: <GraphicsPage /> },
      { path: '/graphics/:id/cards', element: <CardTable /> },
      { path: '/workshop/:id', element: <WorkshopPage /> },
      { path: '/frame', element: <SeatsPage /> },
      { path: '/feeds', element: <FeedsPage /> },
      { path: '/timers', element: <TimersPage /> },
      { path: '/brand', element: <BrandPage /> },
      { path: '/outputs', element: <OutputsPage /> },
      { path: '*', element: <Empty title="There is nothing at this address.">Choose a place at the left.</Empty> },
    ],
  },
]);

const waiting = (
  <div className="grid h-full">
    <Empty title="Side Lamp is not answering yet.">This page goes on by itself as soon as it does.</Empty>
  </div>
);

createRoot(document.getElementById('app')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <LiveProvider>
        <ShowProvider waiting={waiting}>
          <RouterProvider router={router} />
        </ShowProvider>
      </LiveProvider>
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
