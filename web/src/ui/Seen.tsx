import { useEffect, useRef, useState, type ReactNode } from 'react';

/** Makes its children only when they come near the window: a long list of pictures costs what is in sight. */
export function Seen({ className, children }: { className: string; children: ReactNode }) {
  const frame = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState(false);
  // Watches until it has been seen once.
  useEffect(() => {
    if (seen) return undefined;
    const watch = new IntersectionObserver((entries) => entries.some((one) => one.isIntersecting) && setSeen(true), {
      rootMargin: '300px',
    });
    watch.observe(frame.current!);
    return () => watch.disconnect();
  }, [seen]);
  return seen ? children : <div ref={frame} className={className} />;
}
