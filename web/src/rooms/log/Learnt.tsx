import './log.css';
import { useMemo } from 'react';
import { calibrated, calibrationNamed, type Observation } from '@velk/core/shop';
import type { Learned, Plan } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import { today } from '../../browser/days.ts';
import { useAsked } from '../../planning/useAsked.ts';
import { useShopChange } from '../../keeping/useGear.ts';
import { CalibratedSize } from '../chest/CalibratedSize.tsx';

/** What the readings of test pieces say that the tools truly are, each taken by a press. */
export function Learnt({
  plan,
  holds,
  style,
}: {
  plan: Plan;
  holds: readonly Observation[];
  style: LengthStyle;
}) {
  const change = useShopChange();
  const { job, shop } = plan.basis;
  const question = useMemo(() => {
    const counted = holds.filter(({ kind }) => kind === 'measured' || kind === 'set');
    return counted.length ? { job, shop, holds: counted, today: today() } : null;
  }, [job, shop, holds]);
  const answer = useAsked('learned', question);
  if (!question) return null;
  if (answer?.of !== question)
    return <p className="quiet">Looking at what the readings say of the tools…</p>;
  if (!answer.answer.learned?.length) return null;
  const { learned } = answer.answer;
  const take = (some: readonly Learned[]) =>
    change((now) => ({
      ...now,
      tools: now.tools.map((eachTool) =>
        some
          .filter(({ tool }) => tool === eachTool.id)
          .reduce(
            (tool, { kind, estimate }) =>
              calibrated(tool, calibrationNamed(kind), estimate, today()),
            eachTool,
          ),
      ),
    }));
  return (
    <section aria-label="What the readings say of the tools">
      <h2>What the readings say of the tools</h2>
      <p className="quiet">
        Only what they tell apart from all else: a slot is off by its cutter or its bushing until
        one of them is known.
      </p>
      <ul className="learnt">
        {learned.map((one) => {
          const kind = calibrationNamed(one.kind);
          const tool = shop.tools.find(({ id }) => id === one.tool)!;
          return (
            <li key={`${one.tool} ${one.kind}`}>
              {tool.name}, {kind.title.charAt(0).toLowerCase() + kind.title.slice(1)}:{' '}
              <strong>
                <CalibratedSize kind={kind} value={one.estimate.value} style={style} />
              </strong>
              , scatter <CalibratedSize kind={kind} value={one.estimate.spread} style={style} />{' '}
              over {one.estimate.count} readings; until now{' '}
              <CalibratedSize kind={kind} value={one.stated} style={style} />.{' '}
              <button className="link" onClick={() => take([one])}>
                Take it
              </button>
            </li>
          );
        })}
      </ul>
      <p className="quiet">
        What is taken changes the figures of every card it counts in; under Chest undo takes it
        back.
      </p>
    </section>
  );
}
