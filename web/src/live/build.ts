const key = 'sidelamp:build';

/** The build of this page, as its own file names it; empty while it is being developed. */
function ownBuild(): string {
  return document.querySelector<HTMLMetaElement>('meta[name="build"]')?.content ?? '';
}

/**
 * Whether the server serves other pages than this one. Said once for each build only: a page that something between
 * keeps old must not load itself for ever.
 */
export function isOld(served: string): boolean {
  const own = ownBuild();
  return served !== '' && own !== '' && served !== own && sessionStorage.getItem(key) !== served;
}

/** Loads the page anew, because the server serves another build. */
export function renew(served: string): void {
  sessionStorage.setItem(key, served);
  location.reload();
}
