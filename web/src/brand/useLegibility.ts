import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, client, type Schemas } from '../api/client';
import { useUnderWay, type Brand } from '../show/show';

export type Legibility = Schemas['Legibility'];

const none: Legibility[] = [];

/** How well each colour of a brand can be read where templates put it. */
export function useLegibility(brand: Brand): Legibility[] {
  // While an edit is on its way the answer may be older than the question.
  const early = useUnderWay('');
  const { data } = useQuery({
    queryKey: ['legibility', brand.name, brand.palette, brand.plates, early],
    staleTime: early ? 0 : Infinity,
    queryFn: () => answered(client.GET('/api/brands/legibility', { params: { query: { name: brand.name } } })),
    placeholderData: keepPreviousData,
    retry: false,
  });
  return data ?? none;
}
