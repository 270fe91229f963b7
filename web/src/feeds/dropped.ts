import { answered, client } from '../api/client';
import { toast } from '../ui/toast';

/** The web address that was pasted or dropped; null = there is none. */
export function addressIn(data: DataTransfer | null): string | null {
  const text = (data?.getData('text/uri-list') || data?.getData('text/plain') || '').trim().split('\n')[0]!.trim();
  return /^https?:\/\//i.test(text) && URL.canParse(text) ? text : null;
}

/** Where a dropped file lies: a browser does not tell, so it is looked for. Empty = it was not found, which is said. */
export async function placeOf(file: File): Promise<string> {
  const found = await answered(client.POST('/api/feeds/find', { body: { name: file.name, bytes: file.size } })).catch(
    () => [],
  );
  if (found[0]) return found[0];
  toast(`A browser does not tell where “${file.name}” lies, and it is not in your home folder: give its whole path.`);
  return '';
}
