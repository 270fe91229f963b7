import { useEffect, useState } from 'react';

/** How long nothing is typed before it counts as whole, in ms. */
const pause = 500;

/** What is typed, once there is a pause: of half an address nobody is asked. What it begins with counts at once. */
export function useSettled(typed: string): string {
  const [settled, setSettled] = useState(typed);
  // Time is outside of React.
  useEffect(() => {
    const timer = setTimeout(() => setSettled(typed), pause);
    return () => clearTimeout(timer);
  }, [typed]);
  return settled;
}
