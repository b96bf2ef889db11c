import './floor.css';
import { useMemo, useState } from 'react';
import { scenesOf, type Card, type Plan } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import { SceneDrawing } from '../../drawings/SceneDrawing.tsx';

/** The machine with the piece in it, where one looks while setting and feeding. */
export function FloorScene({
  plan,
  card,
  at,
  held,
  style,
}: {
  plan: Plan;
  card: Card;
  /** Which pass, where one is picked. */
  at?: { readonly setup: string; readonly pass: string } | undefined;
  held: boolean;
  style: LengthStyle;
}) {
  const scenes = useMemo(() => scenesOf(card, plan), [card, plan]);
  const scene =
    scenes.find((passScene) => passScene.setup === at?.setup && passScene.pass === at.pass) ??
    scenes[0];
  const [which, setWhich] = useState(0);
  if (!scene?.pictures.length) return null;
  const setup = card.setups.find((eachSetup) => eachSetup.id === scene.setup) ?? card.setups[0]!;
  const used = new Set(Object.values(setup.passes.find((p) => p.id === scene.pass)?.figures ?? {}));
  const picture = scene.pictures[which % scene.pictures.length]!;
  return (
    <div className="floorscene">
      <SceneDrawing
        picture={picture}
        set={plan.basis.job.parts.find((p) => p.id === setup.occurrences[0]?.part)?.set ?? ''}
        figures={held ? [] : scene.figures.filter((f) => used.has(f.id))}
        style={style}
        tallest={380}
      />
      {scene.pictures.length > 1 && (
        <button onClick={() => setWhich(which + 1)}>From the other side</button>
      )}
    </div>
  );
}
