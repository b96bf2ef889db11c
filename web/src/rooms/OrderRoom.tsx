import { Link } from 'react-router';
import type { Job, Shop } from '@velk/core';
import { useAppSelector } from '../app/store.ts';
import { useStyle } from '../app/useUnits.ts';
import { Length } from '../widgets/Length.tsx';

const names = (all: readonly (string | undefined)[]): string => [...new Set(all)].join('; ');

/** The order to cut in, as a list: every piece through a set-up before it is broken. */
export function OrderRoom({ job, shop, id }: { job: Job; shop: Shop; id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  const style = useStyle();
  if (!plan) return <div className="sheet">Planning…</div>;
  const number = new Map(plan.operations.map((o, i) => [o.id, i + 1]));
  return (
    <div className="sheet">
      <h1>Order of cutting</h1>
      <p className="quiet" style={{ maxWidth: 760 }}>
        {plan.operations.length} set-ups, about {plan.minutes} minutes of changing over. Every piece goes through a
        set-up before it is broken; each set-up begins with a test cut.
      </p>
      <ol className="order">
        {plan.operations.map(({ id: operation, setup, count, after }, i) => {
          const machine = setup.machine === plan.operations[i - 1]?.setup.machine;
          const rules = [
            ...new Map(
              after.map((a) => [a.rule, after.filter((b) => b.rule === a.rule).map((b) => number.get(b.operation)!)]),
            ),
          ];
          return (
            <li key={operation}>
              <span className="n">{i + 1}</span>
              <div>
                <Link to={`/job/${id}/setups/${operation}`} style={{ fontSize: 17, fontWeight: 600 }}>
                  {setup.title}
                </Link>
                <span className="quiet">
                  {' '}
                  {names(setup.occurrences.map((o) => job.parts.find((p) => p.id === o.part)?.name))}:{' '}
                  {names(setup.occurrences.map((o) => job.joints.find((j) => j.id === o.joint)?.name))}
                </span>
                <p style={{ fontSize: 15 }}>
                  {setup.figures.slice(0, 3).map((f) => (
                    <span key={f.id} style={{ marginRight: 16 }}>
                      {f.name} <strong>{<Length value={f.set.value} style={style} />}</strong>
                    </span>
                  ))}
                </p>
                {rules.length > 0 && (
                  <details style={{ fontSize: 15 }}>
                    <summary>Why not earlier</summary>
                    {rules.map(([rule, numbers]) => (
                      <p key={rule}>
                        After {numbers.sort((a, b) => a - b).join(', ')}: {rule}
                      </p>
                    ))}
                  </details>
                )}
              </div>
              <span style={{ textAlign: 'right' }}>
                {count} {count === 1 ? 'piece' : 'pieces'}
                <span className="quiet" style={{ display: 'block', fontSize: 14.5 }}>
                  {shop.tools.find((t) => t.id === setup.machine)?.name ?? 'Bench'}
                  {machine && i > 0 ? ', same machine' : ''}
                </span>
              </span>
            </li>
          );
        })}
      </ol>
    </div>
  );
}
