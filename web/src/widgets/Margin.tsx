import type { ReactNode } from 'react';
import { toWork } from './crossing.ts';

interface Props {
  readonly label: string;
  /**
   * What it belongs to, where that is one of a list that can be long: under the list it has a way
   * back up.
   */
  readonly list?: string;
  /** It has nothing to say yet, but keeps its place. */
  readonly silent?: boolean;
  readonly children: ReactNode;
}

/** What stands beside the work, and under it where the window is narrow. */
export function Margin({ label, list, silent = false, children }: Props) {
  return (
    <aside className={silent ? 'margin silent' : 'margin'} aria-label={label} tabIndex={-1}>
      {list && (
        <button className="link below" onClick={toWork}>
          Back to the {list}
        </button>
      )}
      {children}
    </aside>
  );
}
