import './floor.css';
import { useMemo } from 'react';
import { glueUpsOf, type Plan, type Work } from '@velk/core/day';
import { useAssembly } from '../../planning/useAssembly.ts';
import { useWorked } from '../../recording/useWorked.ts';
import { WorkTick } from '../../recording/WorkTick.tsx';
import { useStyle } from '../../keeping/useUnits.ts';
import { Length } from '../../widgets/Length.tsx';
import { Clock } from './Clock.tsx';

/** What is done to the parts before their joints are cut. */
export function BeforeTheJoints({ onParts }: { onParts: readonly Work[] }) {
  return (
    <Works
      title="Before the joints"
      works={onParts.filter(({ when }) => when === 'before' || when === 'shaped')}
    />
  );
}

/** What is done once they are: the dry fit, the glue, and what comes off after it. */
export function AfterTheJoints({ plan, onParts }: { plan: Plan; onParts: readonly Work[] }) {
  const { job, shop } = plan.basis;
  const { plan: assembly } = useAssembly(job, shop);
  const glued = useMemo(() => glueUpsOf(assembly?.assemblies ?? []), [assembly]);
  return (
    <>
      <Works title="After the dry fit" works={onParts.filter(({ when }) => when === 'dry')} />
      <Works title="Glue-ups" works={glued} />
      <Works title="Once the glue has set" works={onParts.filter(({ when }) => when === 'after')} />
    </>
  );
}

/** Works that are done at one setting: of one sort, to one figure. */
function settingsOf(works: readonly Work[]): Work[][] {
  const settings = new Map<string, Work[]>();
  for (const work of works) {
    const key = `${work.title} ${work.figure ?? ''}`;
    settings.set(key, [...(settings.get(key) ?? []), work]);
  }
  return [...settings.values()];
}

/** Works that are ticked and timed, folded until they are looked at. */
function Works({ title, works }: { title: string; works: readonly Work[] }) {
  const { doneOf } = useWorked();
  const style = useStyle();
  if (!works.length) return null;
  const done = works.filter(({ id, pieces }) => doneOf(id) >= pieces).length;
  return (
    <details className="beside">
      <summary>
        {title}{' '}
        <span className="quiet">
          {done === works.length ? '■ all' : `${done} of ${works.length}`}
        </span>
      </summary>
      <ol>
        {settingsOf(works).map((setting) => {
          const [{ id, title: what, figure }] = setting as [Work];
          return (
            <li key={id}>
              <span>
                {what}
                {figure !== undefined && (
                  <>
                    {' '}
                    <strong>
                      <Length value={figure} style={style} />
                    </strong>
                  </>
                )}
              </span>
              <span>
                {setting.map((work) => (
                  <span key={work.id} className="besidework">
                    <WorkTick work={work} />
                    {work.to}
                  </span>
                ))}
              </span>
              <Clock work={id} reckoned={setting.reduce((sum, { minutes }) => sum + minutes, 0)} />
            </li>
          );
        })}
      </ol>
    </details>
  );
}
