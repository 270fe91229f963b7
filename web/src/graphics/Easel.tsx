import clsx from 'clsx';
import { useState } from 'react';
import { backdrops, type BackdropName } from '../monitor/Backdrop';
import type { Area } from '../monitor/Canvas';
import { PictureView } from '../monitor/PictureView';
import { useBackdrop } from '../monitor/useBackdrop';
import { usePicture } from '../monitor/usePicture';
import { FitNote } from '../show/FitNote';
import { useShow, type Graphic } from '../show/ShowContext';
import { Segmented } from '../ui/Segmented';

/** The editing area: the frame with the graphic where it will stand, over a scene to judge it by. */
export function Easel({ graphic }: { graphic: Graphic }) {
  const { show } = useShow();
  const { data: picture, error } = usePicture(graphic.id);
  const [backdrop, setBackdrop] = useBackdrop();
  const [lines, setLines] = useState('shown');
  const safe = show.graphicsSafe;
  const inside =
    picture &&
    picture.box.x >= safe.x &&
    picture.box.y >= safe.y &&
    picture.box.x + picture.box.w <= safe.x + safe.w &&
    picture.box.y + picture.box.h <= safe.y + safe.h;

  return (
    <div className="grid min-h-0 content-start gap-3">
      <PictureView picture={picture} label={`Easel: ${graphic.name}`} className="rounded-xl">
        {lines === 'shown' && (
          <>
            <SafeLine area={show.actionSafe} name="action safe" />
            <SafeLine area={safe} name="graphics safe" low />
          </>
        )}
      </PictureView>
      <div className="flex flex-wrap items-center gap-3">
        <Segmented
          label="Backdrop"
          value={backdrop}
          choices={backdrops.map((name) => ({ value: name, words: name }))}
          onChoose={(name: BackdropName) => setBackdrop(name)}
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
        {picture && (
          <span>
            {picture.box.w} × {picture.box.h} px at {picture.box.x}, {picture.box.y}
          </span>
        )}
        {picture && <span>{inside ? 'inside the safe area' : 'reaches outside the safe area'}</span>}
        {picture && (
          <span>
            arrives in {(picture.arrive / 1000).toFixed(2)} s, leaves in {(picture.leave / 1000).toFixed(2)} s
          </span>
        )}
      </p>
    </div>
  );
}

function SafeLine({ area, name, low }: { area: Area; name: string; low?: boolean }) {
  const { show } = useShow();
  const share = (px: number, of: number) => `${(px / of) * 100}%`;
  const { width, height } = show.canvas;
  return (
    <div
      className="pointer-events-none absolute border border-dashed border-white/45 mix-blend-difference"
      style={{
        left: share(area.x, width),
        top: share(area.y, height),
        width: share(area.w, width),
        height: share(area.h, height),
      }}
    >
      <span className={clsx('absolute right-1 text-[9px] text-white/80', low ? 'bottom-0.5' : '-top-3.5')}>{name}</span>
    </div>
  );
}
