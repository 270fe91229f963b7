import { useCallback, useEffect, useRef, type ReactNode } from 'react';
import { mountStage, type Stage } from '../painter/stage';
import type { Picture } from '../painter/wire';
import { useShow } from '../show/ShowContext';
import { Canvas } from './Canvas';
import { useBackdrop } from './useBackdrop';

interface Props {
  picture: Picture | undefined;
  label: string;
  className?: string;
  children?: ReactNode;
}

/** A graphic at rest, by the same painter as the output page. */
export function PictureView({ picture, label, className, children }: Props) {
  const { show } = useShow();
  const [backdrop] = useBackdrop();
  const stage = useRef<Stage | null>(null);
  const { width, height } = show.canvas;

  const paint = useCallback((root: HTMLElement) => {
    stage.current = mountStage(root, () => Date.now());
    return () => stage.current?.close();
  }, []);
  // The painter is outside of React: it is told of each new picture.
  useEffect(() => {
    const item = picture && { id: 'look', graphic: '', seat: '', z: 1, leaveLength: 0, nodes: picture.nodes };
    stage.current?.show({ epoch: '', rev: 0, width, height, items: new Map(item ? [[item.id, item]] : []) }, true);
  }, [picture, width, height]);

  return (
    <Canvas width={width} height={height} backdrop={backdrop} label={label} paint={paint} className={className}>
      {children}
    </Canvas>
  );
}
