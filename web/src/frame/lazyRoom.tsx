import { lazy, type ComponentType, type JSX } from 'react';

/**
 * A part of the application that could not be fetched: the network is gone, or a newer Velk has
 * other files.
 */
export class NotFetched extends Error {
  constructor() {
    super('A part of Velk could not be fetched: the server is away, or it is a newer Velk by now.');
  }
}

/**
 * So long a failure stands, ms: whoever draws the room again at once is told of it, and who asks
 * again later fetches again. A failure that was forgotten at once was never told: the room was
 * fetched without end.
 */
const STANDS = 300;

/**
 * A room or drawing that is fetched when it is first shown, and asked for again when it could not
 * be.
 */
export function lazyRoom<P extends object>(
  fetchRoom: () => Promise<{ default: ComponentType<P> }>,
): ComponentType<P> {
  let failedAt: number | undefined;
  const begin = () =>
    lazy(() =>
      fetchRoom().catch((): never => {
        failedAt = performance.now();
        throw new NotFetched();
      }),
    );
  let Inner = begin();
  return function Room(props: P): JSX.Element {
    if (failedAt !== undefined && performance.now() - failedAt > STANDS) {
      failedAt = undefined;
      Inner = begin();
    }
    const Now = Inner as ComponentType<P>;
    return <Now {...props} />;
  };
}
