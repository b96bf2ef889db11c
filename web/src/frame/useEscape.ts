import { useEffect, useRef } from 'react';

/** Escape closes what is open, unless a field first had something to drop. */
export function useEscape(close: (() => void) | undefined): void {
  const current = useRef(close);
  current.current = close;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && !event.defaultPrevented) current.current?.();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}
