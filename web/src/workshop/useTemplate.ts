import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { answered, client } from '../api/client';
import { showNow, useShow } from '../show/show';
import { templateEdits } from '../show/templateEdits';
import type { TemplateJson } from './tree';

interface Source {
  source: string;
  /** The show is at least at this revision where it says so; Infinity = on its way. */
  revision: number;
}

export interface Working {
  /** As it stands, with the changes that are on their way; null until it has come. */
  template: TemplateJson | null;
  /** Whether there is none of this id, as far as the server says. */
  missing: boolean;
  /**
   * Keeps another state of it.
   * @param make made from the template as it stands, not from what was drawn last; called once, at once
   * @returns whether it was kept; a refusal has been said by then
   */
  change(make: (now: TemplateJson) => TemplateJson): Promise<boolean>;
}

/**
 * The source of a template of one's own. What this page made of it holds until the server tells of a state that has it in it: an
 * answer that was asked for before takes nothing back.
 */
export function useTemplate(id: string): Working {
  const revision = useShow((show) => show.revision);
  const { data, isError, refetch } = useQuery({
    queryKey: ['template', id],
    queryFn: async (): Promise<Source> => {
      const asked = showNow().revision;
      const answer = await answered(client.GET('/api/templates/{id}/source', { params: { path: { id } } }));
      return { ...answer, revision: asked };
    },
    retry: 2,
    gcTime: 0,
  });
  // It may have been changed elsewhere. What was last told stays, if no answer comes.
  useEffect(() => {
    if (data && revision > data.revision) void refetch();
  }, [revision, data, refetch]);
  const [mine, setMine] = useState<Source | null>(null);
  const stands = mine && mine.revision > (data?.revision ?? 0) ? mine.source : (data?.source ?? null);
  const latest = useRef({ mine, data, stands });
  useEffect(() => {
    latest.current = { mine, data, stands };
  });
  const set = (next: Source | null): void => {
    // At once, and not with the next drawing: the next key may come before that.
    const { data: told } = latest.current;
    latest.current = { mine: next, data: told, stands: next?.source ?? told?.source ?? null };
    setMine(next);
  };
  const template = useMemo(() => (stands === null ? null : (JSON.parse(stands) as TemplateJson)), [stands]);
  return {
    template,
    missing: isError && stands === null,
    change: async (make) => {
      const now = latest.current.stands;
      if (now === null) return false;
      const next: Source = {
        source: JSON.stringify(make(JSON.parse(now) as TemplateJson), null, 2),
        revision: Infinity,
      };
      set(next);
      const kept = await templateEdits.template(id, next.source);
      // What was changed after this is made from it, and still on its way.
      if (latest.current.mine === next) set(kept === null ? null : { ...next, revision: kept });
      return kept !== null;
    },
  };
}
