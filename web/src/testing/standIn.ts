import { readFileSync } from 'node:fs';
import { onTestFinished, vi } from 'vitest';
import type { Schemas } from '../api/client';
import { setShow, type Card, type Show } from '../show/show';

/** The demo's show, as the server tells it to a desk. */
const demo = readFileSync('../tests/vectors/show.json', 'utf8');

interface Asked {
  method: string;
  /** Without the host. */
  path: string;
  body: Record<string, unknown>;
}

interface Answer {
  status: number;
  body: unknown;
}

/**
 * A server in memory, for tests of components: it has the demo's show, keeps edits of graphics as the server does, and tells the
 * page of them before it answers. What else a test needs it answers itself.
 */
export class StandIn {
  show = JSON.parse(demo) as Show;
  readonly asked: Asked[] = [];
  /** Tells the page; a test that hears news replaces it. */
  tell = (): void => setShow({ kept: this.show });
  /** Answers what is asked otherwise; undefined = as always. */
  answers: (asked: Asked) => Answer | undefined | Promise<Answer | undefined> = () => undefined;

  constructor() {
    vi.stubGlobal('fetch', (request: Request) => this.answer(request));
    setShow({ kept: this.show, onTheWay: [] });
    onTestFinished(() => void vi.unstubAllGlobals());
  }

  /** Another window, or a program, has edited a graphic. */
  edit(id: string, edit: Schemas['GraphicEdit']): void {
    const { card, words, cards } = edit;
    const withWords = (one: Card): Card => ({ ...one, words: { ...one.words, ...words } });
    this.show = {
      ...this.show,
      revision: this.show.revision + 1,
      graphics: this.show.graphics.map((graphic) => {
        if (graphic.id !== id) return graphic;
        let fresh = Math.max(...graphic.cards.map((one) => Number(one.id.slice(1))));
        const named = cards?.map((one) => ({ ...one, id: one.id ?? `c${++fresh}` }) as Card);
        const next = { ...graphic, ...(edit as object), cards: named ?? graphic.cards };
        return { ...next, cards: next.cards.map((one) => (one.id === (card ?? next.up) ? withWords(one) : one)) };
      }),
    };
    this.tell();
  }

  graphic(id: string): Show['graphics'][number] {
    return this.show.graphics.find((one) => one.id === id)!;
  }

  private async answer(request: Request): Promise<Response> {
    const text = await request.text();
    const asked = {
      method: request.method,
      path: new URL(request.url).pathname,
      body: (text ? JSON.parse(text) : {}) as Asked['body'],
    };
    this.asked.push(asked);
    const { status, body } = (await this.answers(asked)) ?? this.usual(asked);
    return Response.json(body, { status });
  }

  private usual({ method, path, body }: Asked): Answer {
    const [, id] = /^\/api\/graphics\/([^/]+)$/.exec(path) ?? [];
    if (path === '/api/show') return { status: 200, body: this.show };
    if (method !== 'PATCH' || !id) return { status: 404, body: { title: `Nobody answers ${method} ${path} here.` } };
    this.edit(id, body as unknown as Schemas['GraphicEdit']);
    return { status: 200, body: { ...this.graphic(id), revision: this.show.revision } };
  }
}

/** What the server says of a value that it does not take. */
export const refusal = (path: string, message: string): Answer => ({
  status: 400,
  body: { title: 'This cannot be saved.', faults: [{ path, message }] },
});
