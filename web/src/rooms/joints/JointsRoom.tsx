import { Segmented } from 'antd';
import { memo, Suspense, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { availableIn, type Shop } from '@velk/core/shop';
import {
  changeKind,
  resolve,
  type Advice,
  type ChangedKind,
  type JointKind,
  type Job,
  type Joint,
} from '@velk/core/design';
import { METRIC, parseLength, speak } from '@velk/core/ground';
import { shopFor, type Proposal } from '@velk/core/day';
import { changed } from '../../keeping/bench.ts';
import { Guarded } from '../../frame/Guarded.tsx';
import { lazyRoom } from '../../frame/lazyRoom.tsx';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { useProposals } from '../../planning/useProposals.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { JointDrawing } from '../../drawings/JointDrawing.tsx';
import { AngleField } from '../../widgets/AngleField.tsx';
import { LengthField } from '../../widgets/LengthField.tsx';
import { Margin } from '../../widgets/Margin.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { useJoint } from '../../frame/useJoint.ts';
import { useStable } from '../../browser/useStable.ts';
import { KindPicker } from './KindPicker.tsx';
import { JointPlaces } from './JointPlaces.tsx';
import { MarkingOut } from './MarkingOut.tsx';
import { NewJoint } from './NewJoint.tsx';
import { ProposedSizes } from './ProposedSizes.tsx';
import { WordsField } from '../../widgets/WordsField.tsx';
import { Choice } from '../../widgets/Choice.tsx';

/** Loaded only when asked for: three dimensions weigh more than the rest of the page. */
const PairView = lazyRoom(() => import('../../drawings/PairView.tsx'));

/** A dimension that a quick figure sent here by the address; offered, not applied. */
function useOffered(joint: string): { dimension: string; value: number; done: () => void } | null {
  const [params, setParams] = useSearchParams();
  const read = parseLength(params.get('value') ?? '', METRIC);
  const dimension = params.get('dimension');
  if (params.get('joint') !== joint || !dimension || !read.ok) return null;
  return { dimension, value: read.value, done: () => setParams({ joint }, { replace: true }) };
}

const NONE = [] as const;

const words = (dimension: string): string =>
  dimension.replace(/([A-Z])/g, (c) => ` ${c.toLowerCase()}`);

/** The joint sheet: the drawing is the form, reasons and warnings stand in the margin. */
export function JointsRoom({ job, shop }: { job: Job; shop: Shop }) {
  const joint = useJoint(job);
  const [adding, setAdding] = useState(false);
  if (!joint || adding)
    return (
      <NewJoint
        job={job}
        shop={shop}
        onDone={() => setAdding(false)}
        {...(joint && { onBack: () => setAdding(false) })}
      />
    );
  return (
    <JointSheet key={joint.id} job={job} shop={shop} joint={joint} onAdd={() => setAdding(true)} />
  );
}

function JointSheet({
  job,
  shop,
  joint,
  onAdd,
}: {
  job: Job;
  shop: Shop;
  joint: Joint;
  onAdd: () => void;
}) {
  const dispatch = useAppDispatch();
  const style = useStyle();
  const { kind, params, parts, members } = useMemo(() => resolve(joint, job), [joint, job]);
  const available = useMemo(() => availableIn(shopFor(job, shop)), [job, shop]);
  const drawing = useMemo(() => kind.drawing(params, members), [kind, params, members]);
  const names = { tenoned: parts.tenoned.name, mortised: parts.mortised.name };
  /**
   * All that is wrong or worth saying comes from the plan, whatever it is about: none is judged
   * here anew.
   */
  const plan = useAppSelector((s) => s.plans.plan?.joints.find((j) => j.joint === joint.id));
  /**
   * The margin is shown once it is known what stands in it, so that nothing moves under the hand.
   */
  const told = useAppSelector((s) => s.plans.plan !== null || s.plans.error !== '');
  const problems = plan?.problems.length ? plan.problems : NONE;
  const advice: readonly Advice[] = plan?.advice ?? NONE;
  const errors = useMemo(
    () => Object.fromEntries(problems.map((p) => [p.path, speak(p.message, style)])),
    [problems, style],
  );
  const replace = (next: Joint) =>
    dispatch(changed({ ...job, joints: job.joints.map((j) => (j.id === joint.id ? next : j)) }));
  const set = useStable((dimension: string, value: number) =>
    replace({ ...joint, params: kind.withDimension(params, members, dimension, value) }),
  );
  const choose = useStable((id: string, value: string) =>
    replace({ ...joint, params: kind.withChoice(params, id, value, members, available) }),
  );
  const propose = () =>
    replace({
      ...joint,
      params: { ...kind.propose(members, available).params, position: params['position'] },
    });
  const swap = (member: 'tenoned' | 'mortised', part: string) =>
    replace({ ...joint, [member]: { ...joint[member], part } });
  const [picking, setPicking] = useState(false);
  const [solid, setSolid] = useState(false);
  const [change, setChange] = useState<ChangedKind | null>(null);
  const become = (next: JointKind) => {
    setPicking(false);
    if (next.id === joint.kind) return;
    const made = changeKind(params, next, members, available);
    setChange(made);
    replace({ ...joint, kind: next.id, params: made.params, routes: {} });
  };
  const options = job.parts.map((p) => ({ value: p.id, label: p.name }));
  const offered = useOffered(joint.id);
  const isProposed = advice.some(({ propose }) => propose !== undefined);
  const proposals = useProposals(joint.id, job, shop, isProposed);
  const take = (taken: readonly Proposal[]) =>
    replace({
      ...joint,
      params: taken.reduce(
        (all, { dimension, value }) => kind.withDimension(all, members, dimension, value),
        params,
      ),
    });
  const angles = drawing.dimensions.filter((d) => d.angle);
  const inMargin = drawing.dimensions.filter((d) => d.view === 'margin' && !d.angle);
  const onSheet = useMemo(() => drawing.dimensions.filter((d) => d.view !== 'margin'), [drawing]);
  const { tenoned, mortised } = parts;
  const sets = useMemo(
    () => ({ tenoned: tenoned.set, mortised: mortised.set }),
    [tenoned.set, mortised.set],
  );
  return (
    <div className="sheet withmargin" style={{ minHeight: '100%' }}>
      <section
        aria-label="Joint sheet"
        style={{ paddingRight: 22, minWidth: 0, paddingBottom: 36 }}
      >
        <h1 className="unseen">{joint.name}</h1>
        <div className="between" style={{ alignItems: 'end' }}>
          <span style={{ flex: '1 1 240px' }}>
            <WordsField
              field={`joint.${joint.id}.name`}
              label="Joint name"
              called="The name of the joint"
              value={joint.name}
              className="wide"
              style={{ fontSize: 24, borderBottomColor: 'transparent', paddingLeft: 0 }}
              onChange={(name) => replace({ ...joint, name })}
            />
          </span>
          <span style={{ display: 'flex', gap: 16 }}>
            <button className="link" onClick={onAdd}>
              Add a joint
            </button>
            <button
              className="link"
              onClick={() =>
                dispatch(changed({ ...job, joints: job.joints.filter((j) => j.id !== joint.id) }))
              }
            >
              Remove this one
            </button>
          </span>
        </div>
        <div
          style={{
            display: 'flex',
            gap: '8px 18px',
            flexWrap: 'wrap',
            alignItems: 'center',
            margin: '4px 0 0',
          }}
        >
          <button className="link" aria-expanded={picking} onClick={() => setPicking(!picking)}>
            {kind.title}
          </button>
          <label>
            <span className="quiet">Tenon on </span>
            <Choice
              label="Tenoned part"
              value={joint.tenoned.part}
              options={options}
              onChange={(v) => swap('tenoned', v)}
            />
          </label>
          <label>
            <span className="quiet">Mortise in </span>
            <Choice
              label="Mortised part"
              value={joint.mortised.part}
              options={options}
              onChange={(v) => swap('mortised', v)}
            />
          </label>
          {angles.map(({ id, name, value }) => (
            <label key={id}>
              <span className="quiet">{name.charAt(0).toUpperCase() + name.slice(1)} </span>
              <span style={{ display: 'inline-block', width: 64 }}>
                <AngleField
                  field={`joint.${joint.id}.${id}`}
                  label={name}
                  value={value}
                  style={style}
                  error={errors[id]}
                  onChange={(v) => set(id, v)}
                />
              </span>
            </label>
          ))}
          {kind.choices.map((choice) => (
            <KindChoice
              key={choice.id}
              choice={choice}
              value={chosenOf(params[choice.id]) ?? choice.options[0]!.value}
              onChange={choose}
            />
          ))}
        </div>
        {picking && (
          <KindPicker
            members={members}
            names={names}
            available={available}
            current={joint.kind}
            onPick={become}
          />
        )}
        <div className="scrolling">
          <div>
            <JointDrawing
              views={drawing.views}
              dimensions={onSheet}
              style={style}
              field={`joint.${joint.id}`}
              errors={errors}
              sets={sets}
              onChange={set}
            />
          </div>
        </div>
        <button className="link" aria-expanded={solid} onClick={() => setSolid(!solid)}>
          {solid ? 'Close the view in three dimensions' : 'In three dimensions'}
        </button>
        {solid && (
          <Guarded by={[kind.id, params]}>
            <Suspense fallback={<p className="quiet">Fetching the view…</p>}>
              {problems.length ? (
                <p className="quiet">A joint that can’t be made has no solid to show.</p>
              ) : (
                <PairView kind={kind.id} params={params} members={members} />
              )}
            </Suspense>
          </Guarded>
        )}
        <MarkingOut job={job} joint={joint} plan={plan} style={style} />
      </section>
      <Margin label="Reasons and warnings" silent={!told}>
        {change && (
          <div className="note" role="status">
            <h3>Now a {kind.title.toLowerCase()}</h3>
            <p>
              {change.proposed.length > 0 &&
                `Proposed anew: ${change.proposed.map(words).join(', ')}. `}
              {change.setAside.length > 0 &&
                `Set aside: ${change.setAside.map(words).join(', ')}. `}
              Everything else is kept; undo brings the other back.{' '}
              <button className="link" onClick={() => setChange(null)}>
                Good
              </button>
            </p>
          </div>
        )}
        {offered && (
          <div className="note" role="status">
            <h3>From a quick figure</h3>
            <p>
              {drawing.dimensions.find((d) => d.id === offered.dimension)?.name ??
                words(offered.dimension)}{' '}
              <Spoken sentence={{ text: '{v}', lengths: { v: offered.value } }} style={style} />:{' '}
              <button
                className="link"
                onClick={() => {
                  set(offered.dimension, offered.value);
                  offered.done();
                }}
              >
                use it
              </button>{' '}
              or{' '}
              <button className="link" onClick={offered.done}>
                leave it
              </button>
            </p>
          </div>
        )}
        {problems.map((p, i) => (
          <div key={i} className="note error" role="alert">
            <h3>Can’t be made: {p.dimension}</h3>
            <p>
              <Spoken sentence={p.message} style={style} />
            </p>
          </div>
        ))}
        {isProposed && <ProposedSizes proposals={proposals} onTake={take} />}
        {advice.map((a) => (
          <div key={a.id} className={`note ${a.level}`}>
            <h3>
              <Spoken sentence={a.title} style={style} />
            </h3>
            <p>
              <Spoken sentence={a.reason} style={style} />{' '}
              {a.propose !== undefined &&
                proposals?.each.some(
                  ({ dimension, value }) => dimension === a.dimension && value === a.propose,
                ) && (
                  <button className="link" onClick={() => set(a.dimension, a.propose!)}>
                    Use{' '}
                    <Spoken sentence={{ text: '{v}', lengths: { v: a.propose } }} style={style} />
                  </button>
                )}
            </p>
          </div>
        ))}
        <JointPlaces
          job={job}
          joint={joint}
          names={names}
          style={style}
          step={available.step}
          error={errors['pitch']}
          onChange={replace}
        >
          {inMargin.map(({ id, name, value }) => (
            <label key={id}>
              {name.charAt(0).toUpperCase() + name.slice(1)}{' '}
              <span style={{ display: 'inline-block', width: 70 }}>
                <LengthField
                  field={`joint.${joint.id}.${id}`}
                  label={name}
                  value={value}
                  style={style}
                  least={-1}
                  error={errors[id]}
                  onChange={(v) => set(id, v)}
                />
              </span>
            </label>
          ))}
        </JointPlaces>
        <div className="note">
          <h3>Start again</h3>
          <p>
            Proportions from your stock and cutters, keeping the position.{' '}
            <button className="link" onClick={propose}>
              Propose all
            </button>
          </p>
        </div>
      </Margin>
    </div>
  );
}

interface KindChoiceProps {
  readonly choice: JointKind['choices'][number];
  readonly value: string;
  readonly onChange: (id: string, value: string) => void;
}

/** One of the ways in which a kind of joint can be. */
const KindChoice = memo(function KindChoice({ choice, value, onChange }: KindChoiceProps) {
  return (
    <span>
      <span className="quiet">{choice.label} </span>
      <Segmented
        size="small"
        aria-label={choice.label}
        value={value}
        options={[...choice.options]}
        onChange={(chosen) => onChange(choice.id, chosen)}
      />
    </span>
  );
});

/** What is chosen, as the choice's own text; nothing where the joint doesn't say. */
const chosenOf = (value: unknown): string | undefined =>
  typeof value === 'string' || typeof value === 'number' ? String(value) : undefined;
