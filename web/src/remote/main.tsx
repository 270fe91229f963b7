import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import '../app.css';
import { Toasts } from '../ui/Toasts';
import { wearLook } from '../ui/look';
import { goOn } from './remote';
import { RemotePage } from './RemotePage';

wearLook(document.documentElement);
goOn();

createRoot(document.getElementById('app')!).render(
  <StrictMode>
    <RemotePage />
    <Toasts />
  </StrictMode>,
);
