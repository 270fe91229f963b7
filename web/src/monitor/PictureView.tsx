import { useCallback, useEffect, useRef, type ReactNode } from 'react';
import { mountStage, type Stage } from '../painter/stage';
import type { Picture } from '../painter/wire';
import { useShow } from '../show/ShowContext';
import { Canvas, type Area } from './Canvas';
import { useBackdrop } from './useBackdrop';

interface Props {
  picture: Picture | undefined;
  label: string;
  /** Whether to come close to the graphic, instead of showing the whole frame. */
  close?: boolean;
  className?: string;
  children?: ReactNode;
}

/** A graphic at rest, by the same painter as the output page. */
export function PictureView({ picture, label, close, className, children }: Props) {
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
    <Canvas
      width={width}
      height={height}
      area={close && picture ? around(picture.box, width, height) : undefined}
      backdrop={backdrop}
      label={label}
      paint={paint}
      className={className}
    >
      {children}
    </Canvas>
  );
}

/** The part of the canvas around a graphic, of the canvas's shape, with some air; never so close that a small mark looks like a plate. */
function around(box: Area, width: number, height: number): Area {
  const scale = Math.min(1, Math.max(0.42, (box.w * 1.25) / width, (box.h * 1.5) / height));
  const [w, h] = [width * scale, height * scale];
  const within = (middle: number, size: number, all: number) => Math.min(Math.max(0, middle - size / 2), all - size);
  return { x: within(box.x + box.w / 2, w, width), y: within(box.y + box.h / 2, h, height), w, h };
}
