import { useCallback } from 'react';
import { toast } from 'sonner';
import { answered, client, Refusal, type Schemas } from '../api/client';
import { useLive } from '../live/LiveContext';

type Verb = Schemas['AirVerb'];

/** Presses. `alone` lights without what would follow. What cannot be sent is said, never swallowed. */
export function useAir() {
  const { up } = useLive();
  const press = useCallback(
    async (verb: Verb, graphic?: string, card?: string, alone = false): Promise<boolean> => {
      if (!up) {
        toast.error('Not sent: Side Lamp is not answering. What is on air stays as it is.', { id: 'lost' });
        return false;
      }
      try {
        await answered(client.POST('/api/air', { body: { id: crypto.randomUUID(), verb, graphic, card, alone } }));
        return true;
      } catch (error) {
        toast.error(error instanceof Refusal ? error.sentence : String(error));
        return false;
      }
    },
    [up],
  );
  const standby = useCallback(
    (graphic: string | null) =>
      answered(client.PUT('/api/standby', { body: { graphic: graphic ?? undefined } })).catch(() => undefined),
    [],
  );
  return { press, standby };
}

/** Whether a graphic counts as lit for whoever presses its switch: it holds its seat. */
export function isLit(phase: Schemas['Phase'] | undefined): boolean {
  return phase === 'waiting' || phase === 'arriving' || phase === 'lit' || phase === 'reviving';
}
