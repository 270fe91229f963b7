// Runs before each file of tests: what jsdom has not, and components ask for.
if (typeof document !== 'undefined') {
  globalThis.matchMedia ??= ((query: string) =>
    Object.assign(new EventTarget(), { matches: false, media: query })) as unknown as typeof matchMedia;
  const nothing = (): void => undefined;
  globalThis.ResizeObserver ??= class {
    observe = nothing;
    unobserve = nothing;
    disconnect = nothing;
  };
  Element.prototype.scrollIntoView ??= nothing;
  const Plain = globalThis.Request;
  // What asks is no browser: it has no address of its own, and does not know the page's way to give up.
  globalThis.Request = class extends Plain {
    constructor(asked: RequestInfo | URL, init?: RequestInit) {
      const address = asked instanceof Plain ? asked : new URL(asked, location.origin);
      super(address, { ...init, signal: undefined });
    }
  };
}
