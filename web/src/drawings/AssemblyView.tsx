import { useMemo, useState } from 'react';
import type { Assembly, AssemblyStage, Vec3 } from '@velk/core';
import { Apart } from './Apart.tsx';
import { SolidView, Wood } from './SolidView.tsx';
import { useWidth } from './useWidth.ts';

const HIGH = 420;
/** Drawn apart this much of its own length at the most. */
const APART = 0.6;

interface Bounds {
  readonly min: Vec3;
  readonly max: Vec3;
}

function boundsOf(corners: readonly number[]): Bounds {
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  corners.forEach((value, i) => {
    min[i % 3] = Math.min(min[i % 3]!, value);
    max[i % 3] = Math.max(max[i % 3]!, value);
  });
  return { min: min as unknown as Vec3, max: max as unknown as Vec3 };
}

const middleOf = ({ min, max }: Bounds): Vec3 => [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2, (min[2] + max[2]) / 2];

function around(all: readonly Bounds[]): Bounds {
  const each = (pick: (b: Bounds) => Vec3, least: (...values: number[]) => number) =>
    [0, 1, 2].map((i) => least(...all.map((b) => pick(b)[i]!))) as unknown as Vec3;
  return { min: each((b) => b.min, Math.min), max: each((b) => b.max, Math.max) };
}

/** One stage of an assembly: what goes together, apart along the way it is closed, each joint with its number. */
export default function AssemblyView({ assembly, stage }: { assembly: Assembly; stage: AssemblyStage }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const [share, setShare] = useState(35);
  const bounds = useMemo(() => assembly.pieces.map((piece) => boundsOf(piece.corners)), [assembly]);
  const shown = stage.groups.flat();
  const all = around(shown.map((i) => bounds[i]!));
  const size = Math.hypot(...all.max.map((v, i) => v - all.min[i]!));
  const room = Math.min(HIGH, Math.max(200, width));
  const zoom = Math.round((1000 * room * 0.86) / (size * (1 + APART / 2))) / 1000;
  const apart = (share / 100) * APART * size;
  const [first, last] = [0, stage.groups.length - 1];
  /** What lies between the outer groups stays in the middle. */
  const levelOf = (g: number) => (g === first ? -0.5 : g === last ? 0.5 : 0);
  const moved = (piece: number): Vec3 => {
    const level = levelOf(stage.groups.findIndex((group) => group.includes(piece)));
    return [stage.way[0] * apart * level, stage.way[1] * apart * level, stage.way[2] * apart * level];
  };
  const marks = assembly.joints
    .filter(
      ({ number, tenoned, mortised }) =>
        stage.closes.includes(number) && shown.includes(tenoned) && shown.includes(mortised),
    ) // prettier-ignore
    .map(({ number, tenoned, mortised }) => {
      const at = endOf(bounds[tenoned]!, bounds[mortised]!);
      const off = moved(tenoned);
      return { at: [at[0] + off[0], at[1] + off[1], at[2] + off[2]] as const, text: String(number) };
    });
  return (
    <div ref={ref}>
      <SolidView label={`${stage.title}, in three dimensions.`} ready middle={middleOf(all)} zoom={zoom} marks={marks}>
        {stage.groups.map((group, g) =>
          group.map((piece) => (
            <group key={piece} position={[...moved(piece)]}>
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
    const sides = [tenoned.min[i]!, tenoned.max[i]!, mortised.min[i]!, mortised.max[i]!].sort((a, b) => a - b);
    return (sides[1]! + sides[2]!) / 2;
  });
  return between as unknown as Vec3;
}
