import { lazyRoom } from '../../frame/lazyRoom.tsx';
import { type Assembly, type AssemblyProblem, type AssemblyStage, glueUpsOf } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import { counted, type LengthStyle } from '@velk/core/ground';
import { useState } from 'react';
import { WorkTick } from '../../recording/WorkTick.tsx';
import { Length } from '../../widgets/Length.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { inTime } from '../../widgets/minutes.ts';
import { GlueClock } from './GlueClock.tsx';

/** Solids are drawn by a part of the application that is fetched only here. */
const AssemblyView = lazyRoom(() => import('../../drawings/AssemblyView.tsx'));

/** Why some of it can’t be put together, and the length with which it can. */
export function Told({
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
export function Detail({
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
