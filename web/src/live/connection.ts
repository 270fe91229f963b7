import { localNow, type Clock } from './clock';

const silence = 5000;
/** So many at once, one behind the other, in ms; and then again at these times: by then the page has opened and is less busy. */
const pings = 8;
const pingEvery = 25;
const pingsLater = [500, 1000, 2000, 4000, 8000, 16_000];
const pingAgain = 60_000;
/** The server is on this machine: it is worth asking often, and it must be back on the picture within a second. */
const firstRetry = 200;
const lastRetry = 700;

export interface Message {
  k: string;
  now?: number;
  t?: number;
}

export interface Connection {
  send(message: object): void;
  close(): void;
}

export interface Listener {
  hello: object;
  onMessage(message: Message): void;
  onUp?(): void;
  onDown?(): void;
}

/** Keeps one socket to the server open, for as long as the page lives: it watches for silence and connects anew. */
export function connect(clock: Clock, listener: Listener): Connection {
  let socket: WebSocket | null = null;
  let heard = 0;
  let retry = firstRetry;
  let closed = false;
  let waiting = 0;

  const send = (message: object): void => {
    if (socket?.readyState === WebSocket.OPEN) socket.send(JSON.stringify(message));
  };

  const pingAt = (times: readonly number[]): void => {
    for (const at of times) setTimeout(() => send({ k: 'ping', t: localNow() }), at);
  };
  const ping = (): void => pingAt(Array.from({ length: pings }, (_, count) => count * pingEvery));

  const open = (): void => {
    const opening = new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/live`);
    socket = opening;
    heard = performance.now();
    opening.onopen = () => {
      retry = firstRetry;
      send(listener.hello);
      clock.renew();
      ping();
      pingAt(pingsLater);
      listener.onUp?.();
    };
    opening.onmessage = (event) => {
      heard = performance.now();
      const message = JSON.parse(String(event.data)) as Message;
      if (message.k === 'pong') clock.learn(message.t ?? 0, message.now ?? 0);
      else {
        if (message.now !== undefined) clock.guess(message.now);
        listener.onMessage(message);
      }
    };
    opening.onclose = () => {
      if (socket === opening) lose();
    };
  };

  const lose = (): void => {
    socket = null;
    if (closed) return;
    listener.onDown?.();
    waiting = window.setTimeout(open, retry * (0.75 + Math.random() / 2));
    retry = Math.min(retry * 1.5, lastRetry);
  };

  // It looks again when the silence could have become too long, and not all the time: a quiet page stays quiet.
  let watch = 0;
  const look = (): void => {
    const quiet = performance.now() - heard;
    watch = window.setTimeout(look, socket && quiet <= silence ? silence - quiet + 1 : silence);
    if (!socket || quiet <= silence) return;
    // A server that is stuck does not answer the goodbye either: nobody waits for it.
    const silent = socket;
    lose();
    silent.close();
  };
  const renew = window.setInterval(ping, pingAgain);
  const onVisible = (): void => {
    if (document.visibilityState === 'visible') ping();
  };
  document.addEventListener('visibilitychange', onVisible);
  open();
  look();

  return {
    send,
    close() {
      closed = true;
      clearTimeout(watch);
      clearInterval(renew);
      clearTimeout(waiting);
      document.removeEventListener('visibilitychange', onVisible);
      socket?.close();
    },
  };
}
