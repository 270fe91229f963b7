import { useEffect, useState } from 'react';
import { useLive } from './LiveContext';

/** The server's time in ms, anew every second. */
export function useNow(): number {
  const { clock } = useLive();
  const [now, setNow] = useState(() => clock.now());
  // Follows the clock.
  useEffect(() => {
    const timer = setInterval(() => setNow(clock.now()), 1000);
    return () => clearInterval(timer);
  }, [clock]);
  return now;
}
