import { useMemo } from 'react';
import { paced, pacesOf, trustingOf, type Pace, type Plan, type Trusting } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import { knowing, type Observation } from '@velk/core/shop';
import { useShopChange } from '../../keeping/useGear.ts';
import { Spoken } from '../../widgets/Spoken.tsx';

interface Props {
  readonly plan: Plan;
  readonly holds: readonly Observation[];
  readonly style: LengthStyle;
}

/** What the record says of machines, each taken by a press; under Shop it is let go of again. */
export function MachinesKnown({ plan, holds, style }: Props) {
  const take = useShopChange();
  const paces = useMemo(() => pacesOf(plan, holds), [plan, holds]);
  const trusting = useMemo(() => trustingOf(plan, holds), [plan, holds]);
  const { shop } = plan.basis;
  const nameOf = (machine: string) => shop.tools.find(({ id }) => id === machine)?.name ?? machine;
  return (
    <>
      {paces.map((pace) => (
        <PaceNote
          key={`${pace.of} ${pace.machine}`}
          pace={pace}
          name={nameOf(pace.machine)}
          onTake={() => take((now) => paced(now, pace))}
        />
      ))}
      {trusting.map((each) => (
        <TrustNote
          key={each.machine}
          trusting={each}
          name={nameOf(each.machine)}
          style={style}
          onTake={() =>
            take((now) =>
              knowing(now, each.machine, { trust: { count: each.count, within: each.within } }),
            )
          }
        />
      ))}
    </>
  );
}

/** What changing over, or a piece, really takes at a machine, and a press to reckon so. */
function PaceNote({ pace, name, onTake }: { pace: Pace; name: string; onTake: () => void }) {
  const { of, count, took, reckoned } = pace;
  const [seen, usual] =
    of === 'changing'
      ? [
          `changing over was timed ${count} times and took ${Math.round(took)} minutes`,
          Math.round(reckoned),
        ]
      : [
          `${count} pieces were cut one after the other in ${minutesEach(took)} each`,
          minutesEach(reckoned),
        ];
  return (
    <p className="note amid">
      {name}: {seen}, where {usual} are reckoned.{' '}
      <button className="link" onClick={onTake}>
        Reckon so from now on
      </button>
    </p>
  );
}

/** Of a piece, to the tenth of a minute. */
const minutesEach = (minutes: number): string => `${minutes.toFixed(1)} min`;

/** That test pieces came right again and again, and a press that leaves them away. */
function TrustNote({
  trusting: { count, within },
  name,
  style,
  onTake,
}: {
  trusting: Trusting;
  name: string;
  style: LengthStyle;
  onTake: () => void;
}) {
  return (
    <p className="note amid">
      {name}: {count} of {count} sizes of first test pieces read right, within{' '}
      <Spoken sentence={{ text: '{within}', lengths: { within } }} style={style} />.{' '}
      <button className="link" onClick={onTake}>
        Cut without a test piece
      </button>{' '}
      (after a change of cutter one is cut all the same).
    </p>
  );
}
