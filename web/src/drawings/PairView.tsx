import { useEffect, useMemo, useRef, useState } from 'react';
import type { Members } from '@velk/core/design';
import { useAsked } from '../planning/useAsked.ts';
import { Apart } from './Apart.tsx';
import { boundsOf, moved } from './bounds.ts';
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
  const view = useRef<HTMLDivElement>(null);
  /** It opens below what was pressed. */
  useEffect(() => {
    /** What it gives back is no way to undo it: some browsers promise its end. */
    void view.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  const bounds = useMemo(
    () => pair && { mortised: boundsOf(pair.mortised), tenoned: boundsOf(pair.tenoned) },
    [pair],
  );
  if (error) return <p role="alert">The joint can’t be shown: {error}</p>;
  const aside = (share: number) =>
    (pair?.out ?? [0, 0, 0]).map((v) => v * apart * share) as [number, number, number];
  return (
    <div ref={view}>
      <SolidView
        label="The joint in three dimensions."
        shown={bounds ? [bounds.mortised, moved(bounds.tenoned, aside(1))] : []}
      >
        {pair && (
          <>
            <Wood corners={pair.mortised} colour="--wood-pale" />
            <group position={aside(1)}>
              <Wood corners={pair.tenoned} colour="--wood" />
            </group>
            <group position={aside(1 / 2)}>
              <Wood corners={pair.tongue} colour="--wood" />
            </group>
          </>
        )}
      </SolidView>
      <Apart most={FARTHEST} value={apart} onChange={setApart} />
    </div>
  );
}
