import { Pause, Play } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Area } from '../monitor/Canvas';
import { PictureView } from '../monitor/PictureView';
import { styleOf } from '../monitor/pulling';
import type { Picture } from '../painter/wire';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { Slide } from '../ui/Slide';
import { partName } from '../show/partNames';
import { PartHandle } from './PartHandle';
import { find, rowsOf, set, spotOf, type PartJson, type Rebuild } from './tree';

interface Props {
  picture: Picture | undefined;
  /** The ids of the parts that are worked on, side by side in one group; the last one leads. */
  chosen: readonly string[];
  root: PartJson;
  /** px of the canvas that one design px of the template is. */
  scale: number;
  onChange: Rebuild;
}

/** Where a part stands, in canvas px; a group that draws nothing itself is as large as what is in it. */
function boxOf(part: PartJson, picture: Picture | undefined): Area | undefined {
  const own = (id: string) => picture?.nodes.find((one) => one.id === id || one.id === `${id}/plate`)?.box;
  const boxes = rowsOf(part).flatMap((row) => own(row.part.id) ?? []);
  const [x, y] = [Math.min(...boxes.map((box) => box.x)), Math.min(...boxes.map((box) => box.y))];
  const [right, bottom] = [
    Math.max(...boxes.map((box) => box.x + box.w)),
    Math.max(...boxes.map((box) => box.y + box.h)),
  ];
  return own(part.id) ?? (boxes.length > 0 ? { x, y, w: right - x, h: bottom - y } : undefined);
}

/** The easel with the whole motion under a slide: in ms from the press, with every part's entry marked on it. */
export function Scrub({ picture, chosen, root, scale, onChange }: Props) {
  const part = chosen.at(-1)!;
  const show = useShow();
  const [at, setAt] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  const arrive = picture?.arrive ?? 0;
  const leave = picture?.leave ?? 0;
  const pause = 400;
  const whole = arrive + pause + leave;

  // Runs the slide along with the clock.
  useEffect(() => {
    if (!playing) return undefined;
    const begun = performance.now();
    let frame = 0;
    const step = (): void => {
      const passed = performance.now() - begun;
      if (passed >= whole) {
        setPlaying(false);
        setAt(null);
        return;
      }
      setAt(passed);
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [playing, whole]);

  const entries = rowsOf(root)
    .map((row) => ({ id: row.part.id, move: picture?.nodes.find((node) => node.id === row.part.id) }))
    .flatMap(({ id, move }) =>
      (move?.moves ?? []).filter((one) => one.path === 'arrive').map((one) => ({ id, at: one.delay })),
    );
  const row = find(root, part);
  const box = row && boxOf(row.part, picture);
  // Only in a free layer has a part a place of its own.
  const layer = row?.parent?.part === 'free' && !row.part.locked ? row.parent : null;
  const share = (px: number, of: number): string => `${(px / of) * 100}%`;
  const told =
    at === null || at > arrive + pause
      ? at === null
        ? 'everything is in'
        : `${Math.round(at - arrive - pause)} ms after it goes dark`
      : `${Math.round(Math.min(at, arrive))} ms from the press`;

  return (
    <div className="grid gap-2">
      <PictureView
        picture={picture}
        held={
          at === null
            ? undefined
            : at <= arrive + pause
              ? { path: 'arrive', at }
              : { path: 'leave', at: at - arrive - pause }
        }
        label="Easel: the template"
        className="rounded-xl"
      >
        {box && row && layer && at === null && (
          <PartHandle
            name={partName(row.part)}
            box={box}
            others={[layer, ...layer.parts!.filter((one) => !chosen.includes(one.id))].flatMap(
              (one) => boxOf(one, picture) ?? [],
            )}
            scale={scale}
            onMove={(right, down) =>
              void onChange((now) =>
                chosen.reduce((tree, id) => {
                  const one = find(tree, id)?.part;
                  if (!one) return tree;
                  const [x, y] = spotOf(one);
                  // Its numbers count from where reading begins.
                  return set(tree, id, { at: [picture?.mirrored ? x - right : x + right, y + down] });
                }, now),
              )
            }
          />
        )}
        {(layer && at === null ? chosen.slice(0, -1) : chosen).map((id) => {
          const framed = boxOf(find(root, id)!.part, picture);
          return (
            framed && (
              <div
                key={id}
                aria-hidden
                className="pointer-events-none absolute rounded-sm border-[1.5px] border-cool"
                style={styleOf(framed, show.canvas)}
              />
            )
          );
        })}
      </PictureView>
      <div className="flex items-center gap-3">
        <Button onClick={() => setPlaying(!playing)} aria-label={playing ? 'Stop' : 'Play the motion'}>
          {playing ? <Pause aria-hidden size={15} /> : <Play aria-hidden size={15} />}
        </Button>
        <div className="relative flex-1">
          <Slide
            label="The motion, in ms from the press"
            value={at ?? arrive}
            max={whole}
            words={told}
            onDraw={(next) => {
              setPlaying(false);
              setAt(next);
            }}
          />
          <div aria-hidden className="relative h-3">
            {entries.map((entry) => (
              <span
                key={entry.id}
                title={`${entry.id}: ${entry.at} ms`}
                className={
                  entry.id === part ? 'absolute top-0 h-3 w-[0.1875rem] bg-cool' : 'absolute top-0 h-2 w-px bg-quiet'
                }
                style={{ left: share(entry.at, whole) }}
              />
            ))}
            <span
              className="absolute top-0 h-3 w-px bg-lamp"
              style={{ left: share(arrive, whole) }}
              title={`everything is in: ${arrive} ms`}
            />
          </div>
        </div>
        <span className="w-44 text-right text-xs text-quiet tabular-nums">{told}</span>
        <Button kind="bare" disabled={at === null} onClick={() => setAt(null)}>
          At rest
        </Button>
      </div>
    </div>
  );
}
