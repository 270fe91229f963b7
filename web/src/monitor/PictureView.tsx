import { useCallback, useEffect, useRef, type ReactNode } from 'react';
import { clock } from '../live/live';
import { withSameNodes } from '../painter/model';
import { mountStage, type Stage } from '../painter/stage';
import type { Leg, Picture } from '../painter/wire';
import { useShow } from '../show/show';
import { Canvas, type Area } from './Canvas';
import { useBackdrop } from './useBackdrop';

/** How long a played picture stays, and how long it is gone, in ms. */
const staysFor = 1400;
const goneFor = 500;

interface Props {
  picture: Picture | undefined;
  label: string;
  /** Whether to come close to the graphic, instead of showing the whole frame. */
  close?: boolean;
  /** Whether it comes, stays a moment and goes, over and over. */
  play?: boolean;
  /** Whether what moves through it does so; otherwise it stands still. */
  runs?: boolean;
  /** Holds the motion at an instant of one of its paths, in ms. */
  held?: { path: Leg['path']; at: number };
  className?: string;
  children?: ReactNode;
}

/** A graphic at rest, by the same painter as the output page. */
export function PictureView({ picture, label, close, play, runs, held, className, children }: Props) {
  const { width, height } = useShow((show) => show.canvas);
  const backdrop = useBackdrop();
  const stage = useRef<Stage | null>(null);
  const drawn = useRef<Picture['nodes']>([]);
  const began = useRef(0);
  const [heldPath, heldAt] = [held?.path, held?.at ?? 0];

  const paint = useCallback((root: HTMLElement) => {
    // Its timers run by the server's clock, as on the outputs.
    stage.current = mountStage(root, clock.now);
    return () => stage.current?.close();
  }, []);
  // The painter is outside of React: it is told of each new picture, and of each turn of the playing.
  useEffect(() => {
    // What is alike is left alone, though it was fetched anew.
    if (!runs) began.current = 0;
    else began.current ||= Math.round(clock.now());
    const nodes = (drawn.current = withSameNodes(drawn.current, runningFrom(began.current, picture?.nodes ?? [])));
    const draw = (id: string, leg?: Leg): void => {
      const item = picture && {
        id,
        graphic: '',
        seat: '',
        z: 1,
        leg,
        leaveLength: 0,
        still: false,
        nodes,
      };
      stage.current?.show({ epoch: '', rev: 0, width, height, items: new Map(item ? [[item.id, item]] : []) }, true);
    };
    if (!play || !picture) {
      const length = (heldPath === 'leave' ? picture?.leave : picture?.arrive) ?? 0;
      // So slow that it stands still, for as long as anybody looks.
      draw('look', heldPath && { path: heldPath, at: clock.now(), from: heldAt, rate: 1e-9, length });
      return undefined;
    }
    let timer = 0;
    let turn = 0;
    const run = (path: Leg['path']): void => {
      const length = path === 'arrive' ? picture.arrive : picture.leave;
      if (path === 'arrive') turn++;
      draw(`turn ${turn}`, { path, at: clock.now(), from: 0, rate: 1, length });
      const pause = path === 'arrive' ? staysFor : goneFor;
      timer = window.setTimeout(() => run(path === 'arrive' ? 'leave' : 'arrive'), length + pause);
    };
    run('arrive');
    return () => clearTimeout(timer);
  }, [picture, width, height, play, runs, heldPath, heldAt]);

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

/** The same with its belts moving since then; 0 = they stand still. */
function runningFrom(start: number, nodes: Picture['nodes']): Picture['nodes'] {
  if (start === 0) return nodes;
  return nodes.map((node) =>
    node.belt ? { ...node, belt: { ...node.belt, program: { ...node.belt.program, start } } } : node,
  );
}

/** The part of the canvas around a graphic, of the canvas's shape, with some air; never so close that a small mark looks like a plate. */
function around(box: Area, width: number, height: number): Area {
  const scale = Math.min(1, Math.max(0.42, (box.w * 1.25) / width, (box.h * 1.5) / height));
  const [w, h] = [width * scale, height * scale];
  const within = (middle: number, size: number, all: number) => Math.min(Math.max(0, middle - size / 2), all - size);
  return { x: within(box.x + box.w / 2, w, width), y: within(box.y + box.h / 2, h, height), w, h };
}
