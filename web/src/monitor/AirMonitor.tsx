import { useCallback, useRef } from 'react';
import { clock, follow } from '../live/live';
import type { Model } from '../painter/model';
import { mountStage } from '../painter/stage';
import type { Item } from '../painter/wire';
import { useShow } from '../show/show';
import { Canvas } from './Canvas';
import { useBackdrop } from './useBackdrop';

/** What viewers see, by the same painter as the output page. */
export function AirMonitor({ className, onChoose }: { className?: string; onChoose?(graphic: string): void }) {
  const model = useRef<Model | null>(null);
  const canvas = useShow((show) => show.canvas);
  const backdrop = useBackdrop();
  const paint = useCallback((root: HTMLElement) => {
    const stage = mountStage(root, clock.now);
    const stop = follow((next, quiet) => {
      model.current = next;
      stage.show(next, quiet);
    });
    return () => {
      stop();
      stage.close();
    };
  }, []);
  return (
    <Canvas
      width={canvas.width}
      height={canvas.height}
      backdrop={backdrop}
      label="On air"
      paint={paint}
      className={className}
      onPlace={(x, y) => {
        const graphic = model.current && graphicAt(model.current, x, y);
        if (graphic) onChoose?.(graphic);
      }}
    />
  );
}

/** Whether it is on its way out: what comes in its place is meant. */
const leaves = ({ leg }: Item): boolean => !!leg && (leg.path === 'leave') === leg.rate > 0;

/** The graphic that is drawn uppermost at a place of the canvas. */
function graphicAt(model: Model, x: number, y: number): string | undefined {
  return [...model.items.values()]
    .sort((one, other) => Number(leaves(one)) - Number(leaves(other)) || other.z - one.z)
    .find((item) => item.nodes.some(({ box }) => x >= box.x && y >= box.y && x < box.x + box.w && y < box.y + box.h))
    ?.graphic;
}
