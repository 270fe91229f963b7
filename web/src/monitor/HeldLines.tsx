import { useShow } from '../show/show';

/** Shows which lines of the frame hold what is being moved, in canvas px; null = none. */
export function HeldLines({ x, y }: { x: number | null; y: number | null }) {
  const { width, height } = useShow((show) => show.canvas);
  return (
    <>
      {x !== null && (
        <div aria-hidden className="absolute inset-y-0 w-px bg-cool" style={{ left: `${(x / width) * 100}%` }} />
      )}
      {y !== null && (
        <div aria-hidden className="absolute inset-x-0 h-px bg-cool" style={{ top: `${(y / height) * 100}%` }} />
      )}
    </>
  );
}
