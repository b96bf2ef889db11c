import './tasks.css';
import { useMemo, useState } from 'react';
import { counted, LIMITS, speak, type LengthStyle } from '@velk/core/ground';
import {
  handsOfShape,
  SHAPE_KINDS,
  shapedPart,
  type Job,
  type ShapeParam,
  type ShapeProof,
} from '@velk/core/design';
import { shapeWork, shapingOf, type Shaping } from '@velk/core/day';
import type { Shape, Shop } from '@velk/core/shop';
import { useEdit } from '../../keeping/useEdit.ts';
import { newId } from '../../browser/ids.ts';
import { useAsked } from '../../planning/useAsked.ts';
import type { Asks } from '../../planning/core/asks.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { ShapeDrawing } from '../../drawings/ShapeDrawing.tsx';
import { Choice } from '../../widgets/Choice.tsx';
import { CountField } from '../../widgets/CountField.tsx';
import { WorkTick } from '../../recording/WorkTick.tsx';
import { Length } from '../../widgets/Length.tsx';
import { LengthField } from '../../widgets/LengthField.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { inTime } from '../../widgets/minutes.ts';

/**
 * What parts are shaped to beside their joints: tapers, curves, holes, rounded edges; one entry for
 * each setting.
 */
export function Shapes({ job, shop }: { job: Job; shop: Shop }) {
  const edit = useEdit();
  const style = useStyle();
  const shaping = useMemo(() => shapingOf(job, shop), [job, shop]);
  const question = useMemo(() => (job.shapes?.length ? { job, shop } : null), [job, shop]);
  const proved = useAsked('shapes', question);
  const answer = proved?.of === question ? proved?.answer : undefined;
  const put = (shape: Shape) => edit({ edit: 'shapePut', shape });
  return (
    <section aria-label="Shaping">
      <h2 className="later">Shaping</h2>
      <p className="quiet">
        Tapers, curves, round edges and other shaping come after the joinery, which needs square
        faces, and before the glue.
      </p>
      {shaping.map((eachShaping) => (
        <Setting
          key={eachShaping.shapes[0]!.id}
          {...{ one: eachShaping, job, style, answer }}
          onChange={put}
          onRemove={(shape) => edit({ edit: 'shapeRemoved', shape })}
        />
      ))}
      {job.parts.length > 0 && <AddShape job={job} shop={shop} onAdd={put} />}
    </section>
  );
}

/** A kind of shape for a part, as it is proposed. */
function AddShape({ job, shop, onAdd }: { job: Job; shop: Shop; onAdd: (shape: Shape) => void }) {
  const [part, setPart] = useState('');
  const [kind, setKind] = useState(SHAPE_KINDS[0]!.id);
  const ownPart = job.parts.find(({ id }) => id === part) ?? job.parts[0]!;
  const add = () => {
    const { propose } = SHAPE_KINDS.find(({ id }) => id === kind)!;
    onAdd({ id: newId(), kind, part: ownPart.id, params: propose(shapedPart(ownPart), shop) });
  };
  return (
    <p className="noprint abreast at-foot">
      <Choice
        label="What is shaped"
        value={ownPart.id}
        options={job.parts.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={setPart}
      />
      <Choice
        label="To what"
        value={kind}
        options={SHAPE_KINDS.map(({ id, title }) => ({ value: id, label: title }))}
        onChange={setKind}
      />
      <button className="link" onClick={add}>
        Shape it
      </button>
    </p>
  );
}

interface SettingProps {
  readonly one: Shaping;
  readonly job: Job;
  readonly style: LengthStyle;
  readonly answer: Partial<Asks['shapes']['answers']> | undefined;
  readonly onChange: (shape: Shape) => void;
  readonly onRemove: (id: string) => void;
}

/** One setting: what is set, what goes through it, and how; with what was said of each part. */
function Setting({ one, job, style, answer, onChange, onRemove }: SettingProps) {
  const { kind, shapes, figures, how, gear, pieces, minutes } = one;
  const name = (shape: Shape) => job.parts.find(({ id }) => id === shape.part)!.name;
  const title = `${kind.title}: ${shapes.map(name).join(', ')}`;
  return (
    <section aria-label={title} className="taskkind shape">
      <div className="between">
        <h3>{title}</h3>
        <span className="quiet">
          {counted(pieces, 'piece', 'pieces')}, {inTime(minutes)}
        </span>
      </div>
      {gear.length > 0 && <p className="quiet">{gear.join(', ')}</p>}
      {figures.length > 0 && (
        <dl className="shapefigures">
          {figures.map(({ id, name: called, value }) => (
            <div key={id}>
              <dt>{called}</dt>
              <dd>
                <Length value={value} style={style} />
              </dd>
            </div>
          ))}
        </dl>
      )}
      {shapes.map((shape) => (
        <div key={shape.id}>
          {shapes.length > 1 && <h4>{name(shape)}</h4>}
          {!one.problems.length && (
            <WorkTick
              work={{
                id: shapeWork(shape),
                pieces: job.parts.find(({ id }) => id === shape.part)!.quantity,
                title: kind.title,
                to: name(shape),
              }}
            />
          )}
          <ShapeFields {...{ shape, style, one }} name={name(shape)} onChange={onChange} />
          {!one.problems.length && <Drawn shape={shape} one={one} job={job} />}
          {answer?.inJoints
            ?.filter((shapedJoint) => shapedJoint.shape === shape.id)
            .map(({ joint }) => (
              <p key={joint} className="note warning" role="alert">
                It takes wood of “{job.joints.find(({ id }) => id === joint)?.name}”: end it short
                of the joint, or move it.
              </p>
            ))}
          <p className="quiet">
            {!one.problems.length && <Proved proof={answer?.proofs?.[shape.id]} />}{' '}
            <button
              className="link"
              aria-label={`${kind.title} of ${name(shape)}: remove`}
              onClick={() => onRemove(shape.id)}
            >
              Remove
            </button>
          </p>
        </div>
      ))}
      {how.map((sentence, i) => (
        <p key={i}>
          <Spoken sentence={sentence} style={style} />
        </p>
      ))}
    </section>
  );
}

function Drawn({ shape, one: { kind }, job }: { shape: Shape; one: Shaping; job: Job }) {
  const part = shapedPart(job.parts.find(({ id }) => id === shape.part)!);
  return handsOfShape(shape.params).map(({ hand, said }) => (
    <div key={hand ?? 'both'}>
      {hand && <p className="quiet">{hand === 'left' ? 'Left pieces' : 'Right pieces'}</p>}
      <ShapeDrawing
        wanted={kind.wanted(said, part)}
        part={hand ? { ...part, name: `${part.name}, ${hand}` } : part}
      />
    </div>
  ));
}

function Proved({ proof }: { proof: ShapeProof | undefined }) {
  if (!proof) return <span>Being made on the virtual piece…</span>;
  return proof.good ? (
    <span>Proved: set so, the machine leaves the piece that is wanted.</span>
  ) : (
    <span role="alert">
      Not proved: {Math.round(proof.left)} mm³ stay and {Math.round(proof.lost)} mm³ too many come
      off.
    </span>
  );
}

/** What is said of one shape, each with what is wrong about it. */
function ShapeFields({
  shape,
  style,
  one,
  name,
  onChange,
}: {
  shape: Shape;
  style: LengthStyle;
  one: Shaping;
  name: string;
  onChange: (shape: Shape) => void;
}) {
  const { params } = shape;
  const put = (key: string, value: number | string) =>
    onChange({ ...shape, params: { ...params, [key]: value } });
  const wrong = (key: string) => one.problems.find(({ param }) => param === key);
  const field = (key: string) => `shape.${shape.id}.${key}`;
  const input = ({ key, label, options, count, least }: ShapeParam) => {
    const problem = wrong(key);
    const called = `${name}, ${label.toLowerCase()}`;
    if (options)
      return (
        <Choice
          label={called}
          value={String(params[key])}
          options={Object.entries(options).map(([value, words]) => ({ value, label: words }))}
          onChange={(value) => put(key, value)}
        />
      );
    if (count)
      return (
        <CountField
          field={field(key)}
          label={called}
          called={label}
          value={Number(params[key])}
          most={LIMITS.perPiece}
          onChange={(n) => put(key, n)}
        />
      );
    return (
      <LengthField
        field={field(key)}
        label={called}
        value={Number(params[key])}
        style={style}
        {...(least !== undefined && { least })}
        error={problem && speak(problem.message, style)}
        onChange={(value) => put(key, value)}
      />
    );
  };
  return (
    <div className="shapefields">
      {one.kind.params.map((param) => (
        <div key={param.key}>
          <span className="quiet">{param.label}</span>
          {input(param)}
        </div>
      ))}
    </div>
  );
}
