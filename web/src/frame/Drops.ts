import { useEffect } from 'react';
import { toast } from '../ui/toast';
import { edits } from '../show/edits';
import { takeFile } from '../ui/FilePick';
import { isMedia } from '../ui/isMedia';

/** Files that are dropped beside their place never take the page away: pictures and films are uploaded, of others it is said where they go. */
export function Drops(): null {
  // The window is outside of React: what no place of the page has taken comes here.
  useEffect(() => {
    const over = (event: DragEvent): void => {
      if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
    };
    const drop = (event: DragEvent): void => {
      const files = [...(event.dataTransfer?.files ?? [])];
      if (event.defaultPrevented || files.length === 0) return;
      event.preventDefault();
      for (const file of files) void take(file);
    };
    window.addEventListener('dragover', over);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('drop', drop);
    };
  }, []);
  return null;
}

async function take(file: File): Promise<void> {
  if (!isMedia(file.name)) {
    toast(`“${file.name}” was dropped beside its place: nothing was done. Use the Upload button where it belongs.`);
    return;
  }
  await takeFile(file, (sound) => void upload(sound));
}

async function upload(file: File): Promise<void> {
  if (await edits.addFile(file)) toast.success(`“${file.name}” is uploaded. Choose it in any picture field.`);
}
