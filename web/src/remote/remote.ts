import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import { createStore } from 'zustand/vanilla';
import { answered, client, proveWith, type Schemas } from '../api/client';
import { startLive } from '../live/live';

export type RemoteShow = Schemas['RemoteShow'];

interface Remote {
  /** Whether this device is let in, as far as it knows; before it has been told it hopes so. */
  readonly isIn: boolean;
  /** Why it is not, where it was before; null = it never was. */
  readonly away: string | null;
  /** Null until it has been told. */
  readonly show: RemoteShow | null;
}

/** Where this device keeps what it proves itself with. */
const secretKey = 'sidelamp:device';

const remote = createStore<Remote>(() => ({ isIn: false, away: null, show: null }));

export function useRemote<T>(select: (state: Remote) => T): T {
  return useStore(remote, useShallow(select));
}

/** A part of the show. Only below what waits for it. */
export const useRemoteShow = <T>(select: (show: RemoteShow) => T): T => useRemote(({ show }) => select(show!));

/** Connects, where this device has been let in before. */
export function goOn(): void {
  const secret = localStorage.getItem(secretKey);
  if (secret) enter(secret);
}

function enter(secret: string): void {
  proveWith(secret);
  remote.setState({ isIn: true, away: null });
  const end = startLive({
    hello: { device: secret },
    onOther(message) {
      if (message.k === 'remote') remote.setState({ show: message as unknown as RemoteShow });
      if (message.k !== 'gone') return;
      end();
      localStorage.removeItem(secretKey);
      remote.setState({ isIn: false, show: null, away: 'This device is not let in any more.' });
    },
  });
}

/** Asks to be let in. @throws Refusal why not */
export async function pair(code: string, name: string): Promise<void> {
  const { secret } = await answered(client.POST('/api/network/devices', { body: { code, name } }));
  localStorage.setItem(secretKey, secret);
  enter(secret);
}
