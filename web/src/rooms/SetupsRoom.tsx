import { Segmented } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import {
  featureWords,
  modelOf,
  remainderMatters,
  scenesOf,
  formatAngle,
  type AngleFigure,
  type Job,
  type LengthFigure,
  type LengthStyle,
  type Plan,
  type PlannedOperation,
  type Shop,
} from '@velk/core';
import { store, useAppDispatch, useAppSelector } from '../app/store.ts';
import { useStyle } from '../app/useUnits.ts';
import { aspectOf, isCrowded, SceneDrawing } from '../drawings/SceneDrawing.tsx';
import { Length } from '../widgets/Length.tsx';
import { Spoken } from '../widgets/Spoken.tsx';
import { useJoint } from '../app/useJoint.ts';
import { jointPicked } from '../app/view.ts';
import { Cautions, Stops } from './Hazards.tsx';
import { ProofLine } from './ProofLine.tsx';

/** The set-up cards, in the order to cut; opens at the current joint's first. */
export function SetupsRoom({ job, shop, id }: { job: Job; shop: Shop; id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  const joint = useJoint(job);
  const { operation: wanted } = useParams();
  if (!plan) return <div className="sheet">Planning…</div>;
  const index = plan.operations.findIndex((o) => o.id === wanted);
  const operation = plan.operations[index];
  if (!operation) {
    const first =
      plan.operations.find((o) => o.setup.occurrences.some((x) => x.joint === joint?.id)) ?? plan.operations[0];
    return first ? (
      <Navigate to={`/job/${id}/setups/${first.id}`} replace />
    ) : (
      <div className="sheet">
        No set-ups yet: {job.joints.length ? 'the joint sheet says what is in the way.' : 'add a joint first.'}
      </div>
    );
  }
  return <Card key={operation.id} job={job} shop={shop} plan={plan} operation={operation} index={index} id={id} />;
}

function Card({
  job,
  shop,
  plan,
  operation,
  index,
  id,
}: {
  job: Job;
  shop: Shop;
  plan: Plan;
  operation: PlannedOperation;
  index: number;
  id: string;
}) {
  const style = useStyle();
  const { setup, count } = operation;
  const dispatch = useAppDispatch();
  /** The list beside the card marks a joint that the card is for. */
  useEffect(() => {
    const own = setup.occurrences.map((o) => o.joint);
    if (!own.includes(store.getState().view.joint ?? '')) dispatch(jointPicked(own[0]!));
  }, [dispatch, setup]);
  const scenes = useMemo(() => scenesOf(operation, job, shop, plan), [operation, job, shop, plan]);
  const [shown, setShown] = useState(scenes[0]?.pass ?? '');
  const scene = scenes.find((s) => s.pass === shown) ?? scenes[0];
  const tool = (toolId: string | null) => shop.tools.find((t) => t.id === toolId)?.name;
  const names = [...new Set(setup.occurrences.map((o) => job.parts.find((p) => p.id === o.part)?.name))].join(', ');
  const beside =
    scene !== undefined &&
    scene.pictures[0] !== undefined &&
    aspectOf(scene.pictures[0]) < 1.35 &&
    !scene.pictures.some((picture) => isCrowded(picture, scene.figures, style));
  const used = new Set(Object.values(setup.passes.find((p) => p.id === scene?.pass)?.figures ?? {}));
  const gear = [tool(setup.machine), tool(setup.cutter), ...setup.guides.map(tool)].filter(Boolean).join(', ');
  const hands = handsOf(operation, job);
  const held = operation.stops.some(({ read }) => !read);
  const neighbour = (step: number) => plan.operations[index + step];
  return (
    <div className="sheet">
      <div className="card">
        <header>
          <div>
            <h1>{setup.title}</h1>
            <p className="quiet" style={{ fontSize: 16 }}>
              Set-up {index + 1} of {plan.operations.length}. {names}, {count} {counted(setup.stage, count)}
              {hands}. {gear}
            </p>
          </div>
          <nav aria-label="Set-ups" style={{ display: 'flex', gap: 18, paddingBottom: 3 }}>
            {neighbour(-1) ? (
              <Link to={`/job/${id}/setups/${neighbour(-1)!.id}`}>Before</Link>
            ) : (
              <span className="quiet">Before</span>
            )}
            {neighbour(1) ? (
              <Link to={`/job/${id}/setups/${neighbour(1)!.id}`}>Next set-up</Link>
            ) : (
              <span className="quiet">Next set-up</span>
            )}
          </nav>
        </header>
        <div style={{ minWidth: 0 }}>
          {scenes.length > 1 && (
            <Segmented
              size="small"
              aria-label="Pass shown"
              value={scene?.pass ?? ''}
              onChange={(v) => setShown(v)}
              options={scenes.map((s) => ({ value: s.pass, label: passName(s.pass) }))}
            />
          )}
          {scene && (
            <div className={`scenes ${beside ? 'beside' : ''}`}>
              {scene.pictures.map((picture, i) => (
                <SceneDrawing
                  key={`${scene.pass}-${picture.id}`}
                  picture={picture}
                  set={job.parts.find((p) => p.id === setup.occurrences[0]?.part)?.set ?? ''}
                  figures={held ? [] : scene.figures.filter((f) => used.has(f.id))}
                  style={style}
                  tallest={beside ? 430 : i === 0 ? 300 : 250}
                />
              ))}
            </div>
          )}
        </div>
        <div style={{ minWidth: 0 }}>
          <Stops job={job} plan={plan} operation={operation} style={style} />
          <Cautions operation={operation} style={style} />
          {held ? <p className="quiet">Its figures are shown once the stop has been read.</p> : null}
          {(held ? [] : setup.figures).map((figure) => (
            <FigureRow
              key={figure.id}
              figure={figure}
              words={featureWords(setup, modelOf(setup.model).datums)}
              style={style}
              byHand={setup.model === 'bench'}
            />
          ))}
          {(held ? [] : (setup.angles ?? [])).map((angle) => (
            <AngleRow key={angle.id} angle={angle} style={style} />
          ))}
          <ProofLine job={job} operation={operation} style={style} />
          <h2 style={{ marginTop: 12 }}>{setup.passes.length === 1 ? 'One pass' : `${setup.passes.length} passes`}</h2>
          <ol className="passes">
            {scenes.map(({ pass }) => (
              <PassLine key={pass} setup={setup} last={pass} style={style} />
            ))}
          </ol>
          <h2 style={{ marginTop: 12 }}>Before the first good piece</h2>
          <ul className="checks">
            <li>
              <Spoken sentence={operation.testCut} style={style} />
            </li>
            {setup.checks.map((check, i) => (
              <li key={i}>
                <Spoken sentence={check} style={style} />
              </li>
            ))}
          </ul>
        </div>
      </div>
    </div>
  );
}

/** Which pieces go through, where left and right or a batch must be told apart. */
function handsOf({ setup }: PlannedOperation, job: Job): string {
  const paired = setup.occurrences.filter((o) => job.parts.find((p) => p.id === o.part)?.hands === 'pairs');
  const left = paired.filter((o) => o.hand !== 'right').reduce((n, o) => n + o.count, 0);
  const right = paired.filter((o) => o.hand === 'right').reduce((n, o) => n + o.count, 0);
  const pieces = [...new Set(setup.occurrences.flatMap((o) => o.pieces ?? []))].sort((a, b) => a - b);
  return [
    left + right > 0 &&
      `, ${[left && `${left} in left`, right && `${right} in right`].filter(Boolean).join(' and ')} parts`,
    pieces.length > 0 && `, pieces ${pieces.join(', ')}`,
  ]
    .filter(Boolean)
    .join('');
}

/** One place of the cutter; the levels that lead down to it stand in one line. */
function PassLine({ setup, last, style }: { setup: PlannedOperation['setup']; last: string; style: LengthStyle }) {
  const row = last.replace(/-level-\d+$/, '');
  const levels = setup.passes.filter((p) => p.level !== undefined && p.id.startsWith(`${row}-level-`));
  const words = setup.passes.find((p) => p.id === last)!.words;
  return (
    <li>
      {levels.length > 0 && (
        <>
          Levels at{' '}
          {levels.map((p) => (
            <span key={p.id}>
              <Length value={p.level!} style={style} unit={false} />,{' '}
            </span>
          ))}
          then:{' '}
        </>
      )}
      <Spoken sentence={words} style={style} />
    </li>
  );
}

const COUNTED: Partial<Record<PlannedOperation['setup']['stage'], readonly [string, string]>> = {
  mortise: ['mortise', 'mortises'],
  'square-ends': ['mortise', 'mortises'],
  notch: ['notch', 'notches'],
  groove: ['piece', 'pieces'],
  rebate: ['piece', 'pieces'],
};

/** What goes through a set-up, in the number it is there in. */
const counted = (stage: PlannedOperation['setup']['stage'], count: number): string =>
  (COUNTED[stage] ?? ['end', 'ends'])[count === 1 ? 0 : 1];

const passName = (pass: string): string => {
  const words = pass.replace(/-level-\d+$/, '').replace(/-/g, ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
};

function FigureRow({
  figure,
  words,
  style,
  byHand,
}: {
  figure: LengthFigure;
  words: Readonly<Record<string, string>>;
  style: LengthStyle;
  byHand: boolean;
}) {
  return (
    <div className={`figure ${byHand ? 'byhand' : ''}`}>
      <div className="value">
        <Length value={figure.set.value} style={style} unit={false} />
        <span className="unit">{style.system}</span>
      </div>
      <div>
        <strong>{figure.name}</strong>
        <p>
          from {words[figure.from]} to {words[figure.to]}
        </p>
        {!byHand && (
          <p>
            <Spoken sentence={figure.set.text} style={style} />
            {remainderMatters(figure) && (
              <span className="quiet">
                ; exact <Length value={figure.value} style={style} />, leaves{' '}
                <Length value={Math.abs(figure.set.error)} style={{ ...style, inches: 'decimal' }} />
              </span>
            )}
          </p>
        )}
        {!byHand && figure.reach.length > 1 && (
          <details>
            <summary>Or</summary>
            <ul className="ways">
              {figure.reach.slice(1).map((way, i) => (
                <li key={i}>
                  <Spoken sentence={way.text} style={style} />
                  <span className="quiet">
                    {Math.abs(way.error) > 5e-4 ? (
                      <>
                        , leaves <Length value={Math.abs(way.error)} style={{ ...style, inches: 'decimal' }} />
                      </>
                    ) : (
                      ', exact'
                    )}
                  </span>
                </li>
              ))}
            </ul>
          </details>
        )}{' '}
        <details>
          <summary>Why {<Length value={figure.set.value} style={style} />}</summary>
          <p>
            <Spoken sentence={figure.working} style={style} />
            {figure.counts > 1 && '. Its error counts twice.'}
          </p>
        </details>
      </div>
    </div>
  );
}

/** An angle of the set-up: by its rise over a length, as a wedge or a bevel is made. */
function AngleRow({ angle, style }: { angle: AngleFigure; style: LengthStyle }) {
  const { name, between, degrees, rise, run, set } = angle;
  return (
    <div className="figure">
      <div className="value">{formatAngle(degrees)}</div>
      <div>
        <strong>{name}</strong>
        <p>{between}</p>
        <p>
          <Spoken sentence={{ text: 'rises {rise} over {run}', lengths: { rise, run } }} style={style} />
          {Math.abs(Math.abs(set) - degrees) > 0.01 && (
            <span className="quiet">; as marked it is {formatAngle(Math.abs(set))}</span>
          )}
        </p>
      </div>
    </div>
  );
}
