import { Refusal } from '../api/client';
import { toast } from '../ui/toast';

/**
 * Asks for something to look at. A refusal is said, for otherwise the place would only look empty; that the server is away, the
 * top line says.
 * @returns null where there is no answer
 */
export async function tried<T>(ask: () => Promise<T>): Promise<T | null> {
  try {
    return await ask();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    if (error.status > 0) toast.error(error.sentence, { id: error.sentence });
    return null;
  }
}
