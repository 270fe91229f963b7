import { fetched, Refusal } from '../api/client';
import { toast } from '../ui/toast';
import { filePatience } from './bytes';

/**
 * Saves a file that the server makes. A link would save the refusal in its place, or open it where the page was: here it is said.
 * @param name of the file
 */
export async function saveFile(address: string, name: string): Promise<void> {
  try {
    const answer = await fetched(address, AbortSignal.timeout(filePatience));
    const link = document.createElement('a');
    link.href = URL.createObjectURL(await answer.blob());
    link.download = name;
    link.click();
    // The browser has taken hold of it by the time the page is at rest.
    setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
  } catch (error) {
    const sentence = error instanceof Refusal ? error.sentence : 'The file did not come. Save it again.';
    toast.error(sentence, { id: sentence });
  }
}
