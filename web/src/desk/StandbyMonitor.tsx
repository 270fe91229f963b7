import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { answered, client } from '../api/client';
import { clock, useLive } from '../live/live';
import { Canvas } from '../monitor/Canvas';
import { useBackdrop } from '../monitor/useBackdrop';
import { usePicture } from '../monitor/usePicture';
import { withSameNodes } from '../painter/model';
import { mountStage, type Stage } from '../painter/stage';
import type { Picture } from '../painter/wire';
import { isLit } from '../show/air';
import { useDraft } from '../show/drafts';
import { upCardOf, useShow } from '../show/show';
import { useStandby } from './desk';

interface Shown {
  key: string;
  z: number;
  picture: Picture;
}

const nothing: readonly Shown[] = [];

const noWords: Record<string, string> = {};

/** What would be lit, with its arrival played when it is loaded: a graphic, with words that are still being typed, or a whole cue. */
export function StandbyMonitor({ className }: { className?: string }) {
  const standby = useStandby();
  const known = useShow(({ cues, graphics }) => ({
    cue: cues.find((one) => one.id === standby.cue)?.id,
    graphic: graphics.find((one) => one.id === standby.graphic)?.id,
  }));
  if (known.cue) return <CueStandby key={known.cue} cue={known.cue} className={className} />;
  return <GraphicStandby key={known.graphic} id={known.graphic} className={className} />;
}

function GraphicStandby({ id, className }: { id?: string; className?: string }) {
  const draft = useDraft(id);
  const up = useShow(({ graphics }) => {
    const graphic = graphics.find((one) => one.id === id);
    return graphic && upCardOf(graphic).id;
  });
  // A draft belongs to the card that it was typed for.
  const { data } = usePicture(id, draft?.card === up ? draft?.words : noWords);
  // The picture of what was loaded before may linger for a moment; it is not this one's.
  const shown = useMemo(() => (id && data ? [{ key: id, z: 1, picture: data }] : nothing), [id, data]);
  return <Pictures shown={shown} className={className} />;
}

function CueStandby({ cue, className }: { cue: string; className?: string }) {
  const revision = useShow((show) => show.revision);
  const lit = useLive((live) =>
    [...live.airings.values()].map((one) => `${one.graphic}/${one.card}/${isLit(one.phase)}`),
  );
  const timers = useLive((live) => [...live.timers.values()].map((one) => one.program));
  const feeds = useLive((live) => [...live.feeds.values()].flatMap((feed) => [feed.changedAt, feed.pictures?.version]));
  const { data } = useQuery({
    queryKey: ['cue picture', cue, revision, lit, timers, feeds],
    queryFn: () => answered(client.GET('/api/cues/{id}/picture', { params: { path: { id: cue } } })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 20_000,
  });
  const shown = useMemo(() => data?.map((one) => ({ ...one, key: one.graphic })) ?? nothing, [data]);
  return <Pictures shown={shown} className={className} />;
}

function Pictures({ shown, className }: { shown: readonly Shown[]; className?: string }) {
  const { width, height } = useShow((show) => show.canvas);
  const backdrop = useBackdrop();
  const stage = useRef<Stage | null>(null);
  const since = useRef(new Map<string, number>());
  const drawn = useRef(new Map<string, Picture['nodes']>());
  const paint = useCallback((root: HTMLElement) => {
    stage.current = mountStage(root, clock.now);
    return () => stage.current?.close();
  }, []);
  // The painter is outside of React: it is told of each new picture, and plays the arrival of what was not there before.
  useEffect(() => {
    const items = shown.map(({ key, z, picture }) => {
      const at = since.current.get(key) ?? clock.now();
      since.current.set(key, at);
      // What is alike is left alone, though it was fetched anew.
      const nodes = withSameNodes(drawn.current.get(key) ?? [], picture.nodes);
      drawn.current.set(key, nodes);
      const leg = { path: 'arrive' as const, at, from: 0, rate: 1, length: picture.arrive };
      return {
        id: key,
        graphic: key,
        seat: '',
        z,
        leg,
        litAt: at,
        upSince: at,
        leaveLength: 0,
        still: false,
        nodes,
      };
    });
    stage.current?.show({ epoch: '', rev: 0, width, height, items: new Map(items.map((item) => [item.id, item])) });
  }, [shown, width, height]);
  return (
    <Canvas width={width} height={height} backdrop={backdrop} label="Standby" paint={paint} className={className} />
  );
}
