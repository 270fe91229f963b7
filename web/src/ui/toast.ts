import type { ExternalToast, toast as Sonner } from 'sonner';

type Kind = 'error' | 'success';

let arrive!: (sonner: typeof Sonner) => void;
const sonner = new Promise<typeof Sonner>((done) => (arrive = done));
let count = 0;

/** Where they are shown has come. */
export const toastsAreHere = (shown: typeof Sonner): void => arrive(shown);

function say(words: string, options: ExternalToast = {}, kind?: Kind): string | number {
  const id = options.id ?? ++count;
  void sonner.then((shown) => (kind ? shown[kind] : shown)(words, { ...options, id }));
  return id;
}

/** Says something at the foot of the page, for a few seconds. */
export const toast = Object.assign(
  /** @returns its name, to dismiss it by */
  (words: string, options?: ExternalToast) => say(words, options),
  {
    error: (words: string, options?: ExternalToast) => say(words, options, 'error'),
    success: (words: string, options?: ExternalToast) => say(words, options, 'success'),
    dismiss: (id: string | number) => void sonner.then((shown) => shown.dismiss(id)),
  },
);
