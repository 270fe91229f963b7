import { createBrowserRouter } from 'react-router';
import { Empty } from '../ui/Page';
import { Frame } from './Frame';

/** The places of the app, each loaded when somebody first goes there. */
export const router = createBrowserRouter([
  {
    element: <Frame />,
    hydrateFallbackElement: <span />,
    children: [
      { path: '/', lazy: async () => ({ Component: (await import('../desk/DeskPage')).DeskPage }) },
      ...['/graphics', '/graphics/:id'].map((path) => ({
        path,
        lazy: async () => ({ Component: (await import('../graphics/GraphicsPage')).GraphicsPage }),
      })),
      {
        path: '/graphics/:id/cards',
        lazy: async () => ({ Component: (await import('../graphics/CardTable')).CardTable }),
      },
      {
        path: '/workshop/:id',
        lazy: async () => ({ Component: (await import('../workshop/WorkshopPage')).WorkshopPage }),
      },
      { path: '/frame', lazy: async () => ({ Component: (await import('../seats/SeatsPage')).SeatsPage }) },
      { path: '/feeds', lazy: async () => ({ Component: (await import('../feeds/FeedsPage')).FeedsPage }) },
      { path: '/timers', lazy: async () => ({ Component: (await import('../timers/TimersPage')).TimersPage }) },
      { path: '/brand', lazy: async () => ({ Component: (await import('../brand/BrandPage')).BrandPage }) },
      { path: '/outputs', lazy: async () => ({ Component: (await import('../outputs/OutputsPage')).OutputsPage }) },
      { path: '*', element: <Empty title="There is nothing at this address.">Choose a place at the left.</Empty> },
    ],
  },
]);
