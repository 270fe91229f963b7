import { useQuery } from '@tanstack/react-query';
import { answered, client } from '../api/client';
import { useShow } from '../show/show';

/** A template with its sample words, in the show's brand. */
export function useSample(template: string, revision?: number) {
  const show = useShow();
  return useQuery({
    queryKey: ['sample', template, show.brand, show.canvas, revision],
    placeholderData: (old) => old,
    queryFn: () => answered(client.GET('/api/templates/{id}/picture', { params: { path: { id: template } } })),
  });
}
