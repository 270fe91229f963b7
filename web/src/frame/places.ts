import { screens } from '../monitor/screens';
import { Bell, Layers, MessageCircle, MonitorUp, Palette, Rss, Sun, Tag, Timer, type LucideIcon } from 'lucide-react';

/** The confidence view and the monitors have windows of their own, with nothing around them. */
export const confidence = '/confidence';
export const ownScreens: readonly string[] = [confidence, ...Object.values(screens)];

/** The places of the app, in the order of the work; `also` is the address of another page that belongs to it. */
export const places: readonly { to: string; name: string; icon: LucideIcon; apart?: boolean; also?: string }[] = [
  { to: '/brand', name: 'Brand', icon: Palette },
  { to: '/graphics', name: 'Graphics', icon: Layers },
  { to: '/feeds', name: 'Feeds', icon: Rss },
  { to: '/timers', name: 'Timers', icon: Timer },
  { to: '/chat', name: 'Chat', icon: MessageCircle },
  { to: '/labels', name: 'Labels', icon: Tag, also: '/adapters' },
  { to: '/alerts', name: 'Alerts', icon: Bell },
  { to: '/outputs', name: 'Outputs', icon: MonitorUp },
  { to: '/', name: 'Desk', icon: Sun, apart: true },
];
