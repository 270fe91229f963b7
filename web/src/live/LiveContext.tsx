import { createContext, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import type { Schemas } from '../api/client';
import { fromSnap, withChange, type Model } from '../painter/model';
import type { Change, Snap } from '../painter/wire';
import { makeClock, type Clock } from './clock';
import { connect } from './connection';

type Switches = ReadonlyMap<string, Schemas['SwitchView']>;

/** What the desk is told; its switches gathered from the differences that came. */
export type News = Omit<Schemas['DeskNews'], 'switches'> & { switches: Switches };

function withNews(old: News | null, fresh: Schemas['DeskNews']): News {
  const same = old?.epoch === fresh.epoch ? old.switches : new Map<string, Schemas['SwitchView']>();
  if (fresh.switches.length === 0) return { ...fresh, switches: same };
  return { ...fresh, switches: new Map([...same, ...fresh.switches.map((one) => [one.graphic, one] as const)]) };
}

/** What the server last told this page. */
export interface Live {
  clock: Clock;
  /** Whether the server answers. False only after it was lost, or has not been there yet for a moment. */
  up: boolean;
  news: News | null;
  /** Follows what is on air; called at once with what is there. `quiet` marks a snapshot. Returns what stops it. */
  follow(listener: (model: Model, quiet: boolean) => void): () => void;
}

const LiveContext = createContext<Live | null>(null);

export function useLive(): Live {
  const live = useContext(LiveContext);
  if (!live) throw new Error('useLive outside of LiveProvider');
  return live;
}

export function LiveProvider({ children }: { children: ReactNode }) {
  const clock = useMemo(() => makeClock(), []);
  const [up, setUp] = useState(true);
  const [news, setNews] = useState<News | null>(null);
  const model = useRef<Model | null>(null);
  const listeners = useRef(new Set<(model: Model, quiet: boolean) => void>());

  // Follows the socket, for as long as the app is open.
  useEffect(() => {
    const tell = (quiet: boolean): void => {
      for (const listener of listeners.current) if (model.current) listener(model.current, quiet);
    };
    const connection = connect(clock, {
      hello: { k: 'hello' },
      onUp: () => setUp(true),
      onDown: () => setUp(false),
      onMessage(message) {
        if (message.k === 'desk') setNews((old) => withNews(old, message as unknown as Schemas['DeskNews']));
        else if (message.k === 'snap') {
          model.current = fromSnap(message as unknown as Snap);
          tell(true);
        } else if (message.k === 'change' && model.current) {
          const next = withChange(model.current, message as unknown as Change);
          if (!next) connection.send({ k: 'again' });
          else {
            model.current = next;
            tell(false);
          }
        }
      },
    });
    return () => connection.close();
  }, [clock]);

  const live = useMemo<Live>(
    () => ({
      clock,
      up,
      news,
      follow(listener) {
        listeners.current.add(listener);
        if (model.current) listener(model.current, true);
        return () => listeners.current.delete(listener);
      },
    }),
    [clock, up, news],
  );
  return <LiveContext value={live}>{children}</LiveContext>;
}
