import { useMemo, useState } from 'react';
import type { Assembly, AssemblyStage } from '@velk/core/day';
import type { Vec3 } from '@velk/core/ground';
import { Apart } from './Apart.tsx';
import { around, boundsOf, moved, type Bounds } from './bounds.ts';
import { SolidView, Wood } from './SolidView.tsx';

/** Drawn apart this much of its own length at the most. */
const APART = 0.6;

/**
 * One stage of an assembly: what goes together, apart along the way it is closed, each joint with
 * its number.
 */
export default function AssemblyView({
  assembly,
  stage,
}: {
  assembly: Assembly;
  stage: AssemblyStage;
}) {
  const [share, setShare] = useState(35);
  const bounds = useMemo(() => assembly.pieces.map((piece) => boundsOf(piece.corners)), [assembly]);
  const shown = stage.groups.flat();
  const allBounds = around(shown.map((i) => bounds[i]!));
  const size = Math.hypot(...allBounds.max.map((v, i) => v - allBounds.min[i]!));
  const apart = (share / 100) * APART * size;
  const [first, last] = [0, stage.groups.length - 1];
  /** What lies between the outer groups stays in the middle. */
  const levelOf = (g: number) => (g === first ? -0.5 : g === last ? 0.5 : 0);
  const aside = (piece: number): Vec3 => {
    const level = levelOf(stage.groups.findIndex((group) => group.includes(piece)));
    return [
      stage.way[0] * apart * level,
      stage.way[1] * apart * level,
      stage.way[2] * apart * level,
    ];
  };
  const marks = assembly.joints
    .filter(
      ({ number, tenoned, mortised }) =>
        stage.closes.includes(number) && shown.includes(tenoned) && shown.includes(mortised),
    )
    .map(({ number, tenoned, mortised }) => {
      const end = endOf(bounds[tenoned]!, bounds[mortised]!);
      const off = aside(tenoned);
      return {
        at: [end[0] + off[0], end[1] + off[1], end[2] + off[2]] as const,
        text: String(number),
      };
    });
  return (
    <div>
      <SolidView
        label={`${stage.title}, in three dimensions.`}
        shown={shown.map((piece) => moved(bounds[piece]!, aside(piece)))}
        marks={marks}
      >
        {stage.groups.map((group, g) =>
          group.map((piece) => (
            <group key={piece} position={[...aside(piece)]}>
              <Wood
                corners={assembly.pieces[piece]!.corners}
                colour={g === first || g === last ? '--wood-pale' : '--wood'}
              />
            </group>
          )),
        )}
      </SolidView>
      <Apart most={100} value={share} onChange={setShare} />
    </div>
  );
}

/** Where the tenoned piece meets the other: the middle of what lies in both, or between them. */
function endOf(tenoned: Bounds, mortised: Bounds): Vec3 {
  const between = [0, 1, 2].map((i) => {
    const sides = [tenoned.min[i]!, tenoned.max[i]!, mortised.min[i]!, mortised.max[i]!].sort(
      (a, b) => a - b,
    );
    return (sides[1]! + sides[2]!) / 2;
  });
  return between as unknown as Vec3;
}
