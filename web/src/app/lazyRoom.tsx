import { lazy, type ComponentType, type JSX } from 'react';

/** A part of the application that could not be fetched: the network is gone, or a newer Velk has other files. */
export class NotFetched extends Error {
  constructor() {
    super('A part of Velk could not be fetched: the server is away, or it is a newer Velk by now.');
  }
}

/** A room or drawing that is fetched when it is first shown, and asked for again when it could not be. */
export function lazyRoom<P extends object>(fetchRoom: () => Promise<{ default: ComponentType<P> }>): ComponentType<P> {
  const begin = () =>
    lazy(() =>
      fetchRoom().catch((): never => {
        Inner = begin();
        throw new NotFetched();
      }),
    );
  let Inner = begin();
  return function Room(props: P): JSX.Element {
    const Now = Inner as ComponentType<P>;
    return <Now {...props} />;
  };
}
