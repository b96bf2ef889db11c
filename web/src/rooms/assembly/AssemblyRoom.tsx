import './assembly.css';
import type { Assembly } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import { counted, pluralOf } from '@velk/core/ground';
import type { Shop } from '@velk/core/shop';
import { useState } from 'react';
import { Link } from 'react-router';
import { gearChanged } from '../../keeping/gear.ts';
import { useEdit } from '../../keeping/useEdit.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { useAssembly } from '../../planning/useAssembly.ts';
import { useAppDispatch } from '../../store.ts';
import { Margin } from '../../widgets/Margin.tsx';
import { OrderTabs } from '../order/OrderTabs.tsx';
import { Detail, Told } from './Detail.tsx';
import { Days } from './GluingDays.tsx';
import { GluingFields } from './GluingFields.tsx';

/**
 * How the pieces are put together: what hangs together, in which stages, with which clamps, on
 * which days.
 */
export function AssemblyRoom({ job, id, shop }: { job: Job; id: string; shop: Shop }) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const style = useStyle();
  const { plan, current, error, unsound } = useAssembly(job, shop);
  const [picked, setPicked] = useState('');
  const assemblies = plan?.assemblies ?? [];
  const open = assemblies.find((assembly) => assembly.id === picked) ?? assemblies[0];
  const setLength = (part: string, length: number) => edit({ edit: 'lengthSet', part, length });
  const setDry = (joint: string, dry: boolean) => edit({ edit: 'leftDry', joint, dry });
  return (
    <div className="sheet withmargin">
      <section aria-label="Assembly" className="room-body">
        <OrderTabs id={id} />
        <h1>Assembly</h1>
        {error && (
          <p className="note error" role="alert">
            How it goes together could not be found: {error}. Undo the last change; the job itself
            is kept.
          </p>
        )}
        <p role="status" className="quiet">
          {plan
            ? current
              ? summary(assemblies)
              : 'Putting it together again…'
            : error
              ? ''
              : 'Putting it together…'}
        </p>
        {plan && assemblies.length === 0 && plan.problems.length === 0 && (
          <p>
            Nothing is joined yet: <Link to={`/job/${id}/joints`}>say how the parts meet</Link>.
          </p>
        )}
        {unsound > 0 && (
          <p className="note">
            {pluralOf(unsound, 'One joint is', `${unsound} joints are`)} left out, until what can’t
            be made of {pluralOf(unsound, 'it', 'them')} is put right under{' '}
            <Link to={`/job/${id}/joints`}>Joints</Link>.
          </p>
        )}
        {plan?.problems.map((problem, i) => (
          <Told key={i} problem={problem} job={job} style={style} onLength={setLength} />
        ))}
        {assemblies.length > 0 && (
          <>
            <ul className="assemblies">
              {assemblies.map((assembly) => (
                <li key={assembly.id}>
                  <button
                    className="jointlink plain"
                    aria-current={assembly === open}
                    onClick={() => setPicked(assembly.id)}
                  >
                    <span>{assembly.name}</span>
                    <small>
                      {assembly.count} × {assembly.pieces.length} pieces, {inStages(assembly)}
                    </small>
                  </button>
                </li>
              ))}
            </ul>
            {open && (
              <Detail key={open.id} assembly={open} job={job} style={style} onDry={setDry} />
            )}
            <Days assemblies={assemblies} job={job} shop={shop} />
          </>
        )}
      </section>
      <Margin label="Glue and clamps">
        <GluingFields shop={shop} style={style} onChange={(next) => dispatch(gearChanged(next))} />
        <h3>Before any glue</h3>
        <p>
          Put one of each together dry, all of it: shoulders closed, faces level, corner to corner
          the same. Write each joint’s number on both its pieces where it won’t show. Lay out
          clamps, pads and brush; set the clamps to their opening.
        </p>
        <p>A glued assembly stays braced while it is moved, until it is cured.</p>
      </Margin>
    </div>
  );
}

const inStages = ({ stages }: Assembly): string => {
  const count = stages.reduce((sum, { times }) => sum + times, 0);
  return `${counted(count, 'stage', 'stages')}`;
};

function summary(assemblies: readonly Assembly[]): string {
  const count = assemblies.reduce((sum, assembly) => sum + assembly.count, 0);
  const made = counted(count, 'assembly', 'assemblies');
  const designs = counted(assemblies.length, 'design', 'designs');
  return count === 0
    ? ''
    : `${made} in ${designs}, as the joints ask for them. Each goes together along straight ways that were tried and are free.`;
}
