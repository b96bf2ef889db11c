import { useMemo, useState } from 'react';
import type { Members } from '@velk/core';
import { useAsked } from '../app/useAsked.ts';

import { Apart } from './Apart.tsx';
import { SolidView, Wood } from './SolidView.tsx';

interface Props {
  readonly kind: string;
  readonly params: Record<string, unknown>;
  readonly members: Members;
}

const FARTHEST = 140;

/** The joint in three dimensions, drawn apart with the slider. */
export default function PairView({ kind, params, members }: Props) {
  const question = useMemo(() => ({ kind, params, members }), [kind, params, members]);
  const { pair, error } = useAsked('pair', question)?.answer ?? {};
  const [apart, setApart] = useState(60);
  if (error) return <p role="alert">The joint can’t be shown: {error}</p>;
  const moved = (share: number) => pair?.out.map((v) => v * apart * share) as [number, number, number];
  return (
    <div>
      <SolidView
        label="The joint in three dimensions."
        ready={pair !== undefined}
        middle={pair?.middle ?? [0, 0, 0]}
        zoom={1.5}
      >
        {pair && (
          <>
            <Wood corners={pair.mortised} colour="--wood-pale" />
            <group position={moved(1)}>
              <Wood corners={pair.tenoned} colour="--wood" />
            </group>
            <group position={moved(1 / 2)}>
              <Wood corners={pair.tongue} colour="--wood" />
            </group>
          </>
        )}
      </SolidView>
      <Apart most={FARTHEST} value={apart} onChange={setApart} />
    </div>
  );
}
