import { useEffect, useState } from 'react';
import { waitingOf } from './drafts.ts';
import { useAppSelector } from '../store.ts';

/**
 * Jobs of which some window of this browser has changes that are not on the server: looked up now
 * and then.
 */
export function useWaiting(): ReadonlySet<string> {
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set());
  const { id, save } = useAppSelector((s) => s.bench);
  useEffect(() => {
    let over = false;
    const look = () =>
      void waitingOf('job').then(
        (found) => !over && setKept(found),
        () => undefined,
      );
    look();
    const timer = setInterval(look, LOOK_AGAIN);
    return () => {
      over = true;
      clearInterval(timer);
    };
  }, [save]);
  return id && save !== 'saved' ? new Set([...kept, id]) : kept;
}

const LOOK_AGAIN = 3000;
