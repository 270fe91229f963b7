import { loadFace } from '../painter/face';

/** How long a picture may wait for its typefaces, in ms: words in a wrong face are worse than words a moment later. */
const longestWait = 300;

/** Resolves when the faces are loaded, or when waiting would be worse. */
export async function facesReady(faces: readonly string[]): Promise<void> {
  const loads = faces.map(loadFace);
  const late = new Promise((resolve) => setTimeout(resolve, longestWait));
  await Promise.race([Promise.all(loads).catch(() => undefined), late]);
}
