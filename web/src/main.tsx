import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { navigate } from 'wouter/use-browser-location';
import './app.css';
import './desk/actions';
import { registerEverywhere } from './frame/actions';
import { Frame } from './frame/Frame';
import { startLive } from './live/live';
import { followShow } from './show/followShow';
import { askDisk, queries } from './show/mutations';
import { ShowGate } from './show/ShowGate';
import { Questions } from './ui/ask';
import { fetchRest, later } from './ui/later';
import { wearLook } from './ui/look';
import { Empty } from './ui/Page';

const Toasts = later(async () => (await import('./ui/Toasts')).Toasts);

wearLook(document.documentElement);
registerEverywhere(navigate);
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
        <Frame />
        <Questions />
      </ShowGate>
    </QueryClientProvider>
    <Toasts />
  </StrictMode>,
);

/** A browser that was told to save data fetches a part of the page when it is wanted, and none ahead. */
const savesData = (navigator as { connection?: { saveData?: boolean } }).connection?.saveData;

// When the page stands, which is when its pictures and faces are there.
addEventListener('load', () => {
  if (!savesData) void fetchRest();
  void askDisk();
});
