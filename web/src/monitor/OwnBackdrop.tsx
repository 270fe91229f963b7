import { useEffect, useRef } from 'react';
import { recallOwn, useOwn } from './ownBackdrop';

/** One's own picture, film, camera or window, behind graphics. */
export function OwnBackdrop() {
  const own = useOwn();
  useEffect(() => void recallOwn(), []);
  if (own?.kind === 'live') return <Live stream={own.stream} />;
  if (own?.kind === 'film') return <video src={own.url} autoPlay loop muted playsInline className={whole} />;
  if (own) return <img src={own.url} alt="" className={whole} />;
  return <p className="absolute inset-0 grid place-items-center p-4 text-center text-white/80">No picture yet.</p>;
}

const whole = 'absolute inset-0 size-full object-cover';

function Live({ stream }: { stream: MediaStream }) {
  const video = useRef<HTMLVideoElement>(null);
  // A stream has no address: the element is handed it.
  useEffect(() => {
    video.current!.srcObject = stream;
  }, [stream]);
  return <video ref={video} autoPlay muted playsInline className={whole} />;
}
