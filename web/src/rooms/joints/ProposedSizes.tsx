import { useState } from 'react';
import type { Proposal, Proposals } from '@velk/core/day';
import { useSingleKeys } from '../../frame/useKeys.ts';

/**
 * Sizes that are proposed together: all taken, the first alone, or left; what was left is not
 * offered again.
 */
export function ProposedSizes({
  proposals,
  onTake,
}: {
  /** Nothing while they are being tried. */
  proposals: Proposals | undefined;
  onTake: (taken: readonly Proposal[]) => void;
}) {
  const [left, setLeft] = useState('');
  const asked = JSON.stringify(proposals?.together ?? []);
  const open = asked === left ? [] : (proposals?.together ?? []);
  const take = (taken: readonly Proposal[]) => taken.length > 0 && onTake(taken);
  useSingleKeys({ p: () => take(open.slice(0, 1)), a: () => take(open), n: () => setLeft(asked) });
  if (!proposals) return <p className="proposals quiet">… trying what is proposed</p>;
  if (open.length === 0) return null;
  const isOne = open.length === 1;
  return (
    <p className="proposals">
      {isOne ? 'One change is proposed: ' : `${open.length} changes are proposed: `}
      {!isOne && (
        <>
          <button className="link" onClick={() => take(open.slice(0, 1))}>
            use the first
          </button>{' '}
          <kbd>P</kbd>,{' '}
        </>
      )}
      <button className="link" onClick={() => take(open)}>
        {isOne ? 'use it' : 'use all'}
      </button>{' '}
      <kbd>A</kbd>, or{' '}
      <button className="link" onClick={() => setLeft(asked)}>
        {isOne ? 'leave it' : 'leave them'}
      </button>{' '}
      <kbd>N</kbd>
    </p>
  );
}
