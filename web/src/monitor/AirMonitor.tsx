import { useCallback } from 'react';
import { useLive } from '../live/LiveContext';
import { mountStage } from '../painter/stage';
import { useShow } from '../show/ShowContext';
import { Canvas } from './Canvas';
import { useBackdrop } from './useBackdrop';

/** What viewers see, by the same painter as the output page. */
export function AirMonitor({ className }: { className?: string }) {
  const { clock, follow } = useLive();
  const { show } = useShow();
  const [backdrop] = useBackdrop();
  const paint = useCallback(
    (root: HTMLElement) => {
      const stage = mountStage(root, clock.now);
      const stop = follow((model, quiet) => stage.show(model, quiet));
      return () => {
        stop();
        stage.close();
      };
    },
    [clock, follow],
  );
  return (
    <Canvas
      width={show.canvas.width}
      height={show.canvas.height}
      backdrop={backdrop}
      label="On air"
      paint={paint}
      className={className}
    />
  );
}
