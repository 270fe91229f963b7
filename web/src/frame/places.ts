import { Bell, Layers, MonitorUp, Palette, Rss, Sun, Tag, Timer, type LucideIcon } from 'lucide-react';

/** The places of the app, in the order of the work. */
export const places: readonly { to: string; name: string; icon: LucideIcon; apart?: boolean }[] = [
  { to: '/brand', name: 'Brand', icon: Palette },
  { to: '/graphics', name: 'Graphics', icon: Layers },
  { to: '/feeds', name: 'Feeds', icon: Rss },
  { to: '/timers', name: 'Timers', icon: Timer },
  { to: '/labels', name: 'Labels', icon: Tag },
  { to: '/alerts', name: 'Alerts', icon: Bell },
  { to: '/outputs', name: 'Outputs', icon: MonitorUp },
  { to: '/', name: 'Desk', icon: Sun, apart: true },
];
