import { toast } from '../ui/toast';
import { backdrops, type BackdropName } from './backdrops';
import { bringOwn, goLive, hasOwn, recallOwn } from './ownBackdrop';
import { setBackdrop } from './useBackdrop';

/** Everything that can stand behind graphics, with its words: scenes, one's own picture, and where it comes from. */
export const sources: readonly (readonly [string, string])[] = [
  ...backdrops.map((name) => [name, name === 'own' ? 'my own' : name] as const),
  ['bring', 'my picture or video …'],
  ['camera', 'my camera, live'],
  ['window', 'a window, live'],
];

/** Puts a scene behind graphics; asks for a file, or for the browser's leave, where that is wanted. */
export async function chooseBackdrop(source: string): Promise<void> {
  if (source === 'camera' || source === 'window') {
    const trouble = await goLive(source);
    if (trouble) toast.error(trouble);
    else setBackdrop('own');
    return;
  }
  if (source === 'own') await recallOwn();
  if (source === 'bring' || (source === 'own' && !hasOwn())) return pick();
  setBackdrop(source as BackdropName);
}

function pick(): void {
  const input = document.createElement('input');
  input.type = 'file';
  input.accept = 'image/*,video/*';
  input.onchange = () => {
    const file = input.files?.[0];
    if (!file) return;
    if (!/^(image|video)\//.test(file.type)) {
      toast.error(`“${file.name}” is neither a picture nor a video: choose a PNG, JPEG, WebP, MP4 or WebM file.`);
      return;
    }
    void bringOwn(file);
    setBackdrop('own');
  };
  input.click();
}
