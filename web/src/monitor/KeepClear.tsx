import type { Area } from './Canvas';

/**
 * An area of the picture that graphics should not cover.
 * @param area in shares of the frame, 0 to 1
 */
export function KeepClear({ area, name }: { area: Area; name: string }) {
  const share = (part: number) => `${part * 100}%`;
  return (
    <div
      className="pointer-events-none absolute rounded-sm border border-dashed border-orchid bg-[repeating-linear-gradient(135deg,#e58ad026_0_6px,transparent_6px_12px)]"
      style={{ left: share(area.x), top: share(area.y), width: share(area.w), height: share(area.h) }}
    >
      <span className="absolute top-0.5 left-1 text-[0.5625rem] text-white [text-shadow:0_0_3px_#000]">{name}</span>
    </div>
  );
}
