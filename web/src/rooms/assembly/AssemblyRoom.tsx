import './assembly.css';
import { counted, pluralOf } from '@velk/core/ground';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  glueDays,
  glueUpsOf,
  type Assembly,
  type AssemblyProblem,
  type AssemblyStage,
} from '@velk/core/day';
import { USUAL_WORKING, type Job } from '@velk/core/design';
import type { LengthStyle } from '@velk/core/ground';
import type { Shop } from '@velk/core/shop';
import { useEdit } from '../../keeping/useEdit.ts';
import { dayName } from '../../browser/days.ts';
import { gearChanged } from '../../keeping/gear.ts';
import { lazyRoom } from '../../frame/lazyRoom.tsx';
import { useAppDispatch } from '../../store.ts';
import { useAssembly } from '../../planning/useAssembly.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { WorkTick } from '../../recording/WorkTick.tsx';
import { Length } from '../../widgets/Length.tsx';
import { Margin } from '../../widgets/Margin.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { WorkingDays } from '../../widgets/WorkingDays.tsx';
import { GlueClock } from './GlueClock.tsx';
import { GluingFields } from './GluingFields.tsx';
import { inTime } from '../order/OrderRow.tsx';
import { OrderTabs } from '../order/OrderTabs.tsx';

/** Solids are drawn by a part of the application that is fetched only here. */
const AssemblyView = lazyRoom(() => import('../../drawings/AssemblyView.tsx'));

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

/** Why some of it can’t be put together, and the length with which it can. */
function Told({
  problem: { message, propose },
  job,
  style,
  onLength,
}: {
  problem: AssemblyProblem;
  job: Job;
  style: LengthStyle;
  onLength: (part: string, length: number) => void;
}) {
  return (
    <div className="note error" role="alert">
      <h3>Doesn’t go together</h3>
      <p>
        <Spoken sentence={message} style={style} />
      </p>
      {propose && (
        <p>
          <button className="link" onClick={() => onLength(propose.part, propose.length)}>
            Make {job.parts.find(({ id }) => id === propose.part)?.name}{' '}
            <Length value={propose.length} style={style} /> long
          </button>
        </p>
      )}
    </div>
  );
}

/**
 * One assembly: a picture of the stage that is looked at, what is done in it, and its joints by
 * number.
 */
function Detail({
  assembly,
  job,
  style,
  onDry,
}: {
  assembly: Assembly;
  job: Job;
  style: LengthStyle;
  onDry: (joint: string, dry: boolean) => void;
}) {
  const [at, setAt] = useState(0);
  const stage = assembly.stages[at] ?? assembly.stages[0]!;
  const piece = (i: number) => assembly.pieces[i]!.name;
  return (
    <>
      <h2 className="later">{assembly.name}</h2>
      {assembly.stages.length > 1 && (
        <div className="stagepick" role="group" aria-label="Stages">
          {assembly.stages.map((assemblyStage, i) => (
            <button
              key={i}
              className="link"
              aria-pressed={assemblyStage === stage}
              onClick={() => setAt(i)}
            >
              {i + 1}. {assemblyStage.title}
              {assemblyStage.times > 1 && `, ${assemblyStage.times} times`}
            </button>
          ))}
        </div>
      )}
      <div className="stagewords">
        <AssemblyView assembly={assembly} stage={stage} />
        <StageWords stage={stage} assembly={assembly} style={style} />
      </div>
      <table className="sizes" aria-label="Joints by number">
        <thead>
          <tr>
            <th>No.</th>
            <th>Tenon</th>
            <th>Into</th>
            <th>Joint</th>
            <th>Without glue</th>
          </tr>
        </thead>
        <tbody>
          {assembly.joints.map(({ number, joint, tenoned, mortised, end }) => {
            const madeJoint = job.joints.find((eachJoint) => eachJoint.id === joint);
            return (
              <tr key={number}>
                <td>{number}</td>
                <td>
                  {piece(tenoned)}, end {end.toUpperCase()}
                </td>
                <td>{piece(mortised)}</td>
                <td>{madeJoint?.name}</td>
                <td>
                  <input
                    type="checkbox"
                    aria-label={`${number} without glue`}
                    checked={madeJoint?.dry ?? false}
                    onChange={(e) => onDry(joint, e.target.checked)}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <h3>Once it has set</h3>
      <ul className="reasons">
        {assembly.after.map((sentence, i) => (
          <li key={i}>
            <Spoken sentence={sentence} style={style} />
          </li>
        ))}
      </ul>
    </>
  );
}

/** What goes onto what, which clamps, how long, and what to look at. */
function StageWords({
  stage,
  assembly,
  style,
}: {
  stage: AssemblyStage;
  assembly: Assembly;
  style: LengthStyle;
}) {
  const names = (group: readonly number[]) =>
    group.map((i) => assembly.pieces[i]!.name).join(' + ');
  const works = new Map(glueUpsOf([assembly]).map((work) => [work.id, work]));
  return (
    <div>
      <h3>{stage.title}</h3>
      <ol className="reasons">
        {stage.groups.map((group) => (
          <li key={group.join()}>{names(group)}</li>
        ))}
      </ol>
      {stage.glueUps.length === 0 && <p>Put together without glue.</p>}
      {stage.glueUps.map(({ work, joints, minutes, clamps, conflicts }, i) => (
        <div key={i}>
          <p>
            <WorkTick work={works.get(work)!} />
            <strong>
              {stage.glueUps.length > 1
                ? `Glue-up ${i + 1}: joints`
                : joints.length > 1
                  ? 'Joints'
                  : 'Joint'}{' '}
              {joints.join(', ')}
            </strong>
            , about {inTime(minutes)} from the first brush;{' '}
            {clamps.length === 0
              ? 'no clamps'
              : clamps.map(({ opening, count }, c) => (
                  <span key={opening}>
                    {c > 0 && ' and '}
                    {counted(count, 'clamp that opens', 'clamps that open')}{' '}
                    <Length value={opening} style={style} />
                  </span>
                ))}
            .
          </p>
          {conflicts.map((conflict, c) => (
            <p key={c} className="note warning">
              <Spoken sentence={conflict} style={style} />
            </p>
          ))}
          <GlueClock what={`${assembly.id} ${stage.title} ${i}`} title={stage.title} />
        </div>
      ))}
      <ul className="reasons">
        {stage.looks.map((look, i) => (
          <li key={i}>
            <Spoken sentence={look} style={style} />
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The glue-ups of the whole job on working days. */
function Days({
  assemblies,
  job,
  shop,
}: {
  assemblies: readonly Assembly[];
  job: Job;
  shop: Shop;
}) {
  const working = job.working ?? USUAL_WORKING;
  const days = glueDays(assemblies, shop, working.hours * 60);
  const own = (id: string) => assemblies.find((assembly) => assembly.id === id)!;
  return (
    <>
      <h2 className="later">Gluing up, day by day</h2>
      <WorkingDays job={job} />
      <table className="sizes">
        <tbody>
          {days.map(({ lots, minutes }, i) => (
            <tr key={i}>
              <td className="nowrap aloft">{dayName(i, working.from)}</td>
              <td>
                {lots.map(({ assembly, stage, glueUp, count }) => {
                  const { title, glueUps } = own(assembly).stages[stage]!;
                  return (
                    <div key={`${assembly} ${stage} ${glueUp}`}>
                      {pluralOf(count, 'once', `${count} times`)}: {title}
                      {glueUps.length > 1 && `, glue-up ${glueUp + 1}`}
                    </div>
                  );
                })}
              </td>
              <td className="nowrap to-right aloft">{inTime(minutes)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet">One person; what is clamped stays so over night where the day ends.</p>
    </>
  );
}
