import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { answered, client } from '../api/client';
import { useLive } from '../live/LiveContext';
import { mountStage, type Stage } from '../painter/stage';
import type { Picture } from '../painter/wire';
import { useShow } from '../show/ShowContext';
import { isLit } from '../show/useAir';
import { Canvas } from '../monitor/Canvas';
import { useBackdrop } from '../monitor/useBackdrop';
import { usePicture } from '../monitor/usePicture';

interface Shown {
  key: string;
  z: number;
  picture: Picture;
}

const nothing: readonly Shown[] = [];

/** What would be lit, with its arrival played when it is loaded: a graphic, with words that are still being typed, or a whole cue. */
export function StandbyMonitor({ draft, className }: { draft: Record<string, string>; className?: string }) {
  const { news } = useLive();
  const { show } = useShow();
  const cue = show.cues.find((one) => one.id === news?.standbyCue);
  if (cue) return <CueStandby key={cue.id} cue={cue.id} className={className} />;
  const graphic = show.graphics.find((one) => one.id === news?.standby);
  return <GraphicStandby key={graphic?.id} id={graphic?.id} draft={draft} className={className} />;
}

function GraphicStandby({ id, draft, className }: { id?: string; draft: Record<string, string>; className?: string }) {
  const { data } = usePicture(id, draft);
  // The picture of what was loaded before may linger for a moment; it is not this one's.
  const shown = id && data ? [{ key: id, z: 1, picture: data }] : nothing;
  return <Pictures shown={shown} className={className} />;
}

function CueStandby({ cue, className }: { cue: string; className?: string }) {
  const { show } = useShow();
  const { news } = useLive();
  const lit = news?.airings.map((one) => [one.graphic, one.card, isLit(one.phase)]);
  const timers = news?.timers.map((one) => one.program);
  const feeds = news?.feeds.map((feed) => feed.changedAt);
  const { data } = useQuery({
    queryKey: ['cue picture', cue, show.revision, lit, timers, feeds],
    queryFn: () => answered(client.GET('/api/cues/{id}/picture', { params: { path: { id: cue } } })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 20_000,
  });
  const shown = useMemo(() => data?.map((one) => ({ ...one, key: one.graphic })) ?? nothing, [data]);
  return <Pictures shown={shown} className={className} />;
}

function Pictures({ shown, className }: { shown: readonly Shown[]; className?: string }) {
  const { show } = useShow();
  const { now } = useLive().clock;
  const [backdrop] = useBackdrop();
  const stage = useRef<Stage | null>(null);
  const since = useRef(new Map<string, number>());
  const { width, height } = show.canvas;
  const paint = useCallback(
    (root: HTMLElement) => {
      stage.current = mountStage(root, now);
      return () => stage.current?.close();
    },
    [now],
  );
  // The painter is outside of React: it is told of each new picture, and plays the arrival of what was not there before.
  useEffect(() => {
    const items = shown.map(({ key, z, picture }) => {
      const at = since.current.get(key) ?? now();
      since.current.set(key, at);
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
        nodes: picture.nodes,
      };
    });
    stage.current?.show({ epoch: '', rev: 0, width, height, items: new Map(items.map((item) => [item.id, item])) });
  }, [shown, width, height, now]);
  return (
    <Canvas width={width} height={height} backdrop={backdrop} label="Standby" paint={paint} className={className} />
  );
}
