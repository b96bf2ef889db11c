import { minutesAlone, shopFor, type Job, type MemberName, type Route, type Shop } from '@velk/core';
import { changed } from '../app/bench.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { useStyle } from '../app/useUnits.ts';
import { Choosing } from './Choosing.tsx';
import { SchoolChoices } from './ShopRoom.tsx';
import { Spoken } from '../widgets/Spoken.tsx';
import { useJoint } from '../app/useJoint.ts';

const HALVES: [MemberName, string][] = [
  ['mortised', 'The mortise'],
  ['tenoned', 'The tenon'],
];

/** The ways this shop can cut each half of the joint, and why not the others. */
export function MethodsRoom({ job, shop }: { job: Job; shop: Shop }) {
  const dispatch = useAppDispatch();
  const joint = useJoint(job);
  const plan = useAppSelector((s) => s.plans.plan?.joints.find((j) => j.joint === joint?.id));
  const style = useStyle();
  if (!joint || !plan)
    return <div className="sheet">{job.joints.length ? 'Planning…' : 'No joint yet. Add one under Joints.'}</div>;
  const choose = (member: MemberName, route: Route) =>
    dispatch(
      changed({
        ...job,
        joints: job.joints.map((j) => (j.id === joint.id ? { ...j, routes: { ...j.routes, [member]: route.id } } : j)),
      }),
    );
  return (
    <div className="sheet">
      <h1>{joint.name}</h1>
      <p className="quiet">
        How each half is cut. Shoulders come before cheeks where the cheeks’ waste falls outside the blade.
      </p>
      {plan.problems.length > 0 && (
        <p className="note error" style={{ marginTop: 16 }}>
          The joint can’t be made as drawn. The joint sheet says what is in the way.
        </p>
      )}
      {HALVES.map(([member, title]) => (
        <section key={member} style={{ marginTop: 22 }}>
          <h2>{title}</h2>
          {plan.additions?.[member] && (
            <p className="note warning" role="status">
              <Spoken sentence={plan.additions[member]} style={style} />
            </p>
          )}
          <div className="rows" role="radiogroup" aria-label={title}>
            {plan.routes[member].map((route) => {
              const possible = route.refusals.length === 0;
              const wanted = plan.routes[member].find((r) => r.id === joint.routes[member] && r.refusals.length === 0);
              const chosen = (wanted?.id ?? plan.chosen[member]) === route.id;
              return (
                <label
                  key={route.id}
                  className="row"
                  style={{
                    gridTemplateColumns: '26px minmax(0, 1.4fr) minmax(0, 1fr)',
                    cursor: possible ? 'pointer' : 'default',
                  }}
                >
                  <input
                    type="radio"
                    name={member}
                    checked={chosen}
                    disabled={!possible}
                    onChange={() => choose(member, route)}
                  />
                  <span>
                    <strong style={{ fontWeight: 600, fontSize: 17 }}>
                      {route.title.charAt(0).toUpperCase() + route.title.slice(1)}
                    </strong>
                    {route.refusals.map((r, i) => (
                      <span key={i} style={{ display: 'block', color: 'var(--stop)' }}>
                        ■ <Spoken sentence={r.message} style={style} />
                      </span>
                    ))}
                  </span>
                  <span className="quiet">
                    {possible
                      ? `${route.setups.length} ${route.setups.length === 1 ? 'set-up' : 'set-ups'}, about ${Math.round(minutesAlone(route.setups, shop))} min${chosen ? ', chosen' : ''}`
                      : 'not in this shop'}
                  </span>
                </label>
              );
            })}
          </div>
        </section>
      ))}
      {plan.problems.length === 0 && <Choosing job={job} joint={joint} shop={shopFor(job, shop)} style={style} />}
      <details style={{ marginTop: 26 }}>
        <summary>Where this job does otherwise than the shop</summary>
        <SchoolChoices
          own={job.schools}
          shop={shop.schools}
          onChange={(school, answer) => {
            const { [school]: _, ...rest } = job.schools;
            dispatch(changed({ ...job, schools: answer === null ? rest : { ...rest, [school]: answer } }));
          }}
        />
      </details>
    </div>
  );
}
