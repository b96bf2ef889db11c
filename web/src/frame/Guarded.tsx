import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Link, useLocation } from 'react-router';
import { NotFetched } from './lazyRoom.tsx';

/**
 * A room that can't be drawn says so in a sentence; the rest of the application lives, and so does
 * what was typed.
 */
export function Guarded({ by, children }: { by?: readonly unknown[]; children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary resetKeys={[pathname, ...(by ?? [])]} fallbackRender={Fallen}>
      {children}
    </ErrorBoundary>
  );
}

function Fallen({ error, resetErrorBoundary }: { error: unknown; resetErrorBoundary: () => void }) {
  const notFetched = error instanceof NotFetched;
  return (
    <div className="sheet" role="alert">
      <h1>{notFetched ? 'This room could not be fetched' : 'This room can’t be drawn just now'}</h1>
      <p className="prose amid">
        Nothing that was typed is lost. {error instanceof Error ? error.message : String(error)}
      </p>
      <p className="abreast">
        <button className="link" onClick={resetErrorBoundary}>
          Try again
        </button>
        {notFetched && (
          <button className="link" onClick={() => window.location.reload()}>
            Reload the page
          </button>
        )}
        <Link to="/">To the jobs</Link>
      </p>
    </div>
  );
}
