import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** Names this page to the server: of each edit it is told whether it was made here. */
export const ownPage = Array.from(crypto.getRandomValues(new Uint32Array(3)), (part) => part.toString(36)).join('');

/** In letters: browsers refuse to finish more than 64 kB for pages that have gone. */
const mostKeptAlive = 20_000;

let leaving = false;
window.addEventListener('pagehide', () => (leaving = true), { capture: true });

/** Length of the body that is being sent, in letters: a request does not tell, and waiting for it would be too late. */
let size = 0;

export const client = createClient<paths>({
  baseUrl: '/',
  headers: { 'X-Page': ownPage },
  bodySerializer(body) {
    const text = JSON.stringify(body);
    size = text.length;
    return text;
  },
  // An edit that is under way when its page goes still arrives.
  fetch: (request) => fetch(request, { keepalive: leaving || (request.method === 'PATCH' && size < mostKeptAlive) }),
});

/** From now on this page proves itself with a secret: a remote, which comes over the network. */
export function proveWith(secret: string): void {
  client.use({
    onRequest({ request }) {
      request.headers.set('Authorization', `Bearer ${secret}`);
      return request;
    },
  });
}

/** What the server refused: a sentence, and each fault with its path. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly faults: readonly { path: string; message: string }[],
  ) {
    super(title);
  }

  /** The sentence to show: the first fault says more than the title does. */
  get sentence(): string {
    return this.faults[0]?.message ?? this.message;
  }
}

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer; a refusal is thrown. */
export async function answered<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch {
    throw new Refusal(0, 'Side Lamp is not answering. Nothing was sent.', []);
  }
  if (answer.data !== undefined && answer.response.ok) return answer.data;
  throw refusalOf(answer.response.status, answer.error);
}

/** A file that the server makes; a refusal is thrown. */
export async function fetched(address: string, signal: AbortSignal): Promise<Response> {
  const answer = await fetch(address, { signal }).catch(() => {
    throw new Refusal(0, 'Side Lamp is not answering. Nothing was saved.', []);
  });
  if (answer.ok) return answer;
  throw refusalOf(answer.status, await answer.json().catch(() => undefined));
}

function refusalOf(status: number, answer: unknown): Refusal {
  const problem = answer as { title?: string; faults?: { path: string; message: string }[] } | undefined;
  return new Refusal(status, problem?.title ?? 'Side Lamp refused this.', problem?.faults ?? []);
}
