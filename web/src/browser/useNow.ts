import { useEffect, useState } from 'react';

/** The time, told anew every second while a clock runs, ms; and to be told at once. */
export function useNow(running: boolean): [number, () => void] {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [running]);
  return [now, () => setNow(Date.now())];
}

/** Minutes and seconds of a time that went by, ms. */
export const clockFace = (ms: number): string => {
  const seconds = Math.max(0, Math.floor(ms / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
};
