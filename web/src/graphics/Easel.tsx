import clsx from 'clsx';
import { useEffect, useState } from 'react';
import { follow } from '../live/live';
import { backdrops } from '../monitor/backdrops';
import { chooseBackdrop } from '../monitor/chooseBackdrop';
import type { Area } from '../monitor/Canvas';
import { KeepClear } from '../monitor/KeepClear';
import { PictureView } from '../monitor/PictureView';
import { useBackdrop } from '../monitor/useBackdrop';
import { usePicture } from '../monitor/usePicture';
import type { Model } from '../painter/model';
import { FitNote } from '../show/FitNote';
import { styleOf } from '../monitor/pulling';
import { useShow, type Graphic, type Placement } from '../show/show';
import { Segmented } from '../ui/Segmented';
import { Handles } from './Handles';
import { overlaps } from '../monitor/placing';

interface Props {
  graphic: Graphic;
  card: string;
  typed: Record<string, string>;
  /** Whether what moves through it does so. */
  runs: boolean;
}

/** The editing area: the frame with the graphic where it will stand, over a scene to judge it by. */
export function Easel({ graphic, card, typed, runs }: Props) {
  const show = useShow();
  const [draft, setDraft] = useState<Placement | null>(null);
  const { data: picture, error } = usePicture(graphic.id, typed, card, draft ?? graphic.place);
  const others = useLitBoxes(graphic.id);
  const backdrop = useBackdrop();
  const [lines, setLines] = useState('shown');
  const safe = show.graphicsSafe;
  const box = picture?.box;
  const inside =
    box && box.x >= safe.x && box.y >= safe.y && box.x + box.w <= safe.x + safe.w && box.y + box.h <= safe.y + safe.h;
  const onto = box && show.keepClear.filter((one) => overlaps(inPx(one.area, show.canvas), box));

  return (
    <div className="grid min-h-0 content-start gap-3">
      <PictureView picture={picture} label={`Easel: ${graphic.name}`} runs={runs} className="rounded-xl">
        {lines === 'shown' && (
          <>
            <SafeLine area={show.actionSafe} name="action safe" />
            <SafeLine area={safe} name="graphics safe" low />
          </>
        )}
        {show.keepClear.map((one) => (
          <KeepClear key={one.id} area={one.area} name={one.name} />
        ))}
        {box && box.w > 0 && <Handles graphic={graphic} box={box} others={others} onDraft={setDraft} />}
      </PictureView>
      <div className="flex flex-wrap items-center gap-3">
        <Segmented
          label="Backdrop"
          value={backdrop}
          choices={backdrops.map((name) => ({ value: name, words: name }))}
          onChoose={(name) => void chooseBackdrop(name)}
        />
        <Segmented
          label="Safe areas"
          value={lines}
          choices={[
            { value: 'shown', words: 'safe areas' },
            { value: 'hidden', words: 'hide' },
          ]}
          onChoose={setLines}
        />
      </div>
      <p className="flex flex-wrap gap-x-4 gap-y-1 text-xs text-quiet" role="status">
        {error ? <span className="text-ink">{error.message}</span> : <FitNote fits={picture?.fits} />}
        {box && (
          <span>
            {box.w} × {box.h} px at {box.x}, {box.y}
          </span>
        )}
        {picture && <span>{inside ? 'inside the safe area' : 'reaches outside the safe area'}</span>}
        {onto?.map((one) => (
          <span key={one.name} className="text-orchid">
            ⚠ over “{one.name}”
          </span>
        ))}
        {picture && (
          <span>
            arrives in {(picture.arrive / 1000).toFixed(2)} s, leaves in {(picture.leave / 1000).toFixed(2)} s
          </span>
        )}
      </p>
    </div>
  );
}

/** Boxes of what else is lit now: a graphic is placed beside them. */
function useLitBoxes(but: string): Area[] {
  const [model, setModel] = useState<Model | null>(null);
  // Follows what is on air.
  useEffect(() => follow(setModel), []);
  return [...(model?.items.values() ?? [])]
    .filter((item) => item.graphic !== but && item.nodes.length > 0)
    .map((item) => item.nodes.filter((node) => !node.parent).map((node) => node.box))
    .map((boxes) => {
      const [x, y] = [Math.min(...boxes.map((box) => box.x)), Math.min(...boxes.map((box) => box.y))];
      const [right, bottom] = [
        Math.max(...boxes.map((box) => box.x + box.w)),
        Math.max(...boxes.map((box) => box.y + box.h)),
      ];
      return { x, y, w: right - x, h: bottom - y };
    });
}

/** Shares of the frame as canvas px. */
export function inPx(area: Area, { width, height }: { width: number; height: number }): Area {
  return { x: area.x * width, y: area.y * height, w: area.w * width, h: area.h * height };
}

function SafeLine({ area, name, low }: { area: Area; name: string; low?: boolean }) {
  const canvas = useShow((show) => show.canvas);
  return (
    <div
      className="pointer-events-none absolute border border-dashed border-white/45 mix-blend-difference"
      style={styleOf(area, canvas)}
    >
      <span className={clsx('absolute right-1 text-[0.5625rem] text-white/80', low ? 'bottom-0.5' : '-top-3.5')}>
        {name}
      </span>
    </div>
  );
}
