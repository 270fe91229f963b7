/** Own faces that this page has asked for, by their id. Shipped ones are in the style sheet. */
const asked = new Map<string, Promise<unknown>>();

/** The CSS family of a face. A face of the streamer's own is fetched when it is first needed: its id is a stored font file. */
export function family(face: string): string {
  if (/\.(ttf|otf)$/.test(face) && !asked.has(face)) {
    // The same overrides as shipped faces have: the baseline is at top + size in every face.
    const own = new FontFace(face, `url("/assets/${face}")`, {
      ascentOverride: '100%',
      descentOverride: '0%',
      lineGapOverride: '0%',
      display: 'block',
    });
    document.fonts.add(own);
    asked.set(
      face,
      own.load().catch(() => undefined),
    );
  }
  return `"${face}"`;
}

/** Resolves when a face can be used, or cannot be had. */
export function loadFace(face: string): Promise<unknown> {
  const css = family(face);
  return asked.get(face) ?? document.fonts.load(`16px ${css}`);
}
