import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';

/** What one's own backdrop shows: a picture or a short film of this computer, or what a camera or a window shows now. */
export type Own = { kind: 'still' | 'film'; url: string } | { kind: 'live'; stream: MediaStream };

const own = createStore<{ own: Own | null }>(() => ({ own: null }));

export function useOwn(): Own | null {
  return useStore(own, (state) => state.own);
}

export const hasOwn = (): boolean => own.getState().own !== null;

const store = 'backdrop';

/** Kept by this browser alone: nothing is sent. */
function drawer(): Promise<IDBDatabase> {
  return new Promise((done, failed) => {
    const asked = indexedDB.open('sidelamp', 1);
    asked.onupgradeneeded = () => asked.result.createObjectStore(store);
    asked.onsuccess = () => done(asked.result);
    asked.onerror = () => failed(asked.error ?? new Error('The browser keeps nothing.'));
  });
}

async function put(file: Blob): Promise<void> {
  const db = await drawer();
  db.transaction(store, 'readwrite').objectStore(store).put(file, 'own');
}

function show(file: Blob): void {
  release();
  own.setState({ own: { kind: file.type.startsWith('video/') ? 'film' : 'still', url: URL.createObjectURL(file) } });
}

function release(): void {
  const before = own.getState().own;
  if (before?.kind === 'live') for (const track of before.stream.getTracks()) track.stop();
  else if (before) URL.revokeObjectURL(before.url);
}

/** A picture or a film from this computer; kept for the next time. */
export async function bringOwn(file: File): Promise<void> {
  show(file);
  // A browser that keeps nothing shows it until the page goes.
  await put(file).catch(() => undefined);
}

let asked: Promise<void> | undefined;

/** What was brought the last time. */
export function recallOwn(): Promise<void> {
  return (asked ??= drawer()
    .then(
      (db) =>
        new Promise<void>((done) => {
          const found = db.transaction(store).objectStore(store).get('own');
          found.onsuccess = () => {
            if (found.result instanceof Blob && !own.getState().own) show(found.result);
            done();
          };
          found.onerror = () => done();
        }),
    )
    .catch(() => undefined));
}

/**
 * What a camera, or a window of this computer, shows now. Nothing of it is kept or sent.
 * @returns a sentence where the browser does not let it be; null where it does
 */
export async function goLive(from: 'camera' | 'window'): Promise<string | null> {
  try {
    const media = navigator.mediaDevices;
    const stream =
      from === 'camera' ? await media.getUserMedia({ video: true }) : await media.getDisplayMedia({ video: true });
    release();
    own.setState({ own: { kind: 'live', stream } });
    stream.getVideoTracks()[0]?.addEventListener('ended', () => {
      own.setState({ own: null });
      asked = undefined;
      void recallOwn();
    });
    return null;
  } catch {
    return from === 'camera'
      ? 'The browser gave no camera: allow it for this page, or look whether another program holds it.'
      : 'The browser gave no window to look at.';
  }
}
