import { useEffect, useState } from 'react';
import type { Members, Pair } from '@velk/core';
import { latest, startCore } from '../workers/asking.ts';
import { Apart } from './Apart.tsx';
import { SolidView, Wood } from './SolidView.tsx';

interface Props {
  readonly kind: string;
  readonly params: Record<string, unknown>;
  readonly members: Members;
}

const FARTHEST = 140;

/** The joint as it changes, computed beside the page. */
function usePair({ kind, params, members }: Props): { pair?: Pair; error?: string } {
  const [ask, setAsk] = useState<((question: Props) => void) | null>(null);
  const [answer, setAnswer] = useState<{ pair?: Pair; error?: string }>({});
  useEffect(() => {
    const worker = startCore();
    const asking = latest(worker, 'pair', setAnswer);
    setAsk(() => asking);
    return () => worker.terminate();
  }, []);
  useEffect(() => ask?.({ kind, params, members }), [ask, kind, params, members]);
  return answer;
}

/** The joint in three dimensions, drawn apart with the slider. */
export default function PairView(props: Props) {
  const { pair, error } = usePair(props);
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
