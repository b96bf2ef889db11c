import './setups.css';
import { Segmented } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { Link, Navigate, useLocation, useParams } from 'react-router';
import {
  cardView,
  cardWith,
  scenesOf,
  type Card,
  type FigureView,
  type GroupView,
  type Plan,
  type PassScene,
  type PassView,
  type Reading,
} from '@velk/core/day';
import { remainderMatters, type AngleFigure } from '@velk/core/making';
import { capital, formatAngle, formatLength, type LengthStyle } from '@velk/core/ground';
import type { Job } from '@velk/core/design';
import { store, useAppDispatch, useAppSelector } from '../../store.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { aspectOf, isCrowded, SceneDrawing } from '../../drawings/SceneDrawing.tsx';
import { CopyButton } from '../../widgets/CopyButton.tsx';
import { inDecimals, Length } from '../../widgets/Length.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { useReadings } from '../../planning/usePlanning.ts';
import { useJoint } from '../../frame/useJoint.ts';
import { jointPicked } from '../../frame/view.ts';
import { Cautions, Stops } from './Hazards.tsx';
import { RestsOnLine } from './RestsOnLine.tsx';
import { ProofLine } from '../proof/ProofLine.tsx';
import { Readings } from './Readings.tsx';
import { KeptSetups } from './KeptSetups.tsx';
import { TestPiece } from './Trial.tsx';

/** Where a card is shown: its id has letters that an address can’t hold. */
export const cardPath = (job: string, card: Pick<Card, 'id'>): string =>
  `/job/${job}/setups/${encodeURIComponent(card.id)}`;

/**
 * The cards, one for each state of a machine, in the order to cut; opens at the current joint's
 * first.
 */
export function SetupsRoom({ job, id }: { job: Job; id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  const joint = useJoint(job);
  const { card: wanted } = useParams();
  const { search } = useLocation();
  if (!plan) return <div className="sheet">Planning…</div>;
  const first =
    plan.cards.find(({ setups }) =>
      setups.some((s) => s.occurrences.some((o) => o.joint === joint?.id)),
    ) ?? plan.cards[0];
  /**
   * The address holds what is shown: after a change of the way it is still that card, or said to be
   * gone.
   */
  if (wanted === undefined && first)
    return <Navigate to={{ pathname: cardPath(id, first), search }} replace />;
  const card = wanted === undefined ? undefined : cardWith(plan, wanted);
  if (card) return <OneCard key={card.id} plan={plan} card={card} id={id} />;
  if (!first)
    return (
      <div className="sheet">
        <h1>No set-ups yet</h1>
        <p>
          <Link to={`/job/${id}/joints`}>
            {job.joints.length ? 'The joint sheet says what is in the way' : 'Add a joint first'}
          </Link>
          .
        </p>
      </div>
    );
  return (
    <div className="sheet">
      <h1>This card is gone</h1>
      <p>The job is now cut in another way, and nothing goes through that set-up any more.</p>
      <p>
        <Link to={cardPath(id, first)}>The first card of this joint</Link> or{' '}
        <Link to={`/job/${id}/order`}>the order of all of them</Link>.
      </p>
    </div>
  );
}

/** A card by itself. */
function OneCard(props: { plan: Plan; card: Card; id: string }) {
  const readings = useReadings(props.plan, props.card.id);
  return <CardSheet {...props} readings={readings && (readings[props.card.id] ?? [])} />;
}

/** One card; `among` others it is one of a pile, and picks nothing. */
export function CardSheet({
  plan,
  card,
  id,
  readings,
  among = false,
}: {
  plan: Plan;
  card: Card;
  id: string;
  /** What its test piece should read; nothing until that is known. */
  readings: readonly Reading[] | null | undefined;
  among?: boolean;
}) {
  const style = useStyle();
  const { job } = plan.basis;
  const dispatch = useAppDispatch();
  /** The list beside the card marks a joint that the card is for. */
  useEffect(() => {
    const own = card.setups.flatMap(({ occurrences }) => occurrences.map((o) => o.joint));
    if (!among && !own.includes(store.getState().view.joint ?? '')) dispatch(jointPicked(own[0]!));
  }, [dispatch, card, among]);
  const view = useMemo(() => cardView(card, plan.basis), [card, plan]);
  const scenes = useMemo(() => scenesOf(card, plan), [card, plan]);
  const passes = view.groups.flatMap((group) => group.passes);
  const [shown, setShown] = useState(0);
  const scene = sceneAt(scenes, passes[shown]) ?? scenes[0];
  const beside =
    scene?.pictures[0] !== undefined &&
    aspectOf(scene.pictures[0]) < 1.35 &&
    !scene.pictures.some((picture) => isCrowded(picture, scene.figures, style));
  const pictured = card.setups.find((setup) => setup.id === scene?.setup) ?? card.setups[0]!;
  const used = new Set(
    Object.values(pictured.passes.find((p) => p.id === scene?.pass)?.figures ?? {}),
  );
  const held = card.stops.some(({ read }) => !read);
  const index = plan.cards.indexOf(card);
  const parts = [...new Set(view.groups.flatMap((group) => group.parts))].join(', ');
  return (
    <div className="sheet">
      <div className="card">
        <header>
          <div>
            {among ? <h2 className="cardtitle">{view.title}</h2> : <h1>{view.title}</h1>}
            <p className="quiet card-way">
              Set-up {index + 1} of {plan.cards.length}. {parts}, {card.count}{' '}
              {[...new Set(view.groups.map((g) => g.counted))].join(' and ')}.{' '}
              {view.gear.join(', ')}
            </p>
          </div>
          <nav aria-label="Set-ups" className="noprint abreast" hidden={among}>
            <Neighbour to={plan.cards[index - 1]} job={id}>
              Before
            </Neighbour>
            <Neighbour to={plan.cards[index + 1]} job={id}>
              Next set-up
            </Neighbour>
            <button className="link" onClick={() => window.print()}>
              Print
            </button>
          </nav>
        </header>
        <div className="pictured">
          {passes.length > 1 && (
            <div className="passpick">
              <span className="quiet">Pass</span>
              <Segmented
                size="small"
                aria-label="Pass shown"
                value={shown}
                onChange={setShown}
                options={passes.map((_, i) => ({ value: i, label: String(i + 1) }))}
              />
            </div>
          )}
          {scene && (
            <div className={`scenes ${beside ? 'beside' : ''}`}>
              {scene.pictures.map((picture, i) => (
                <SceneDrawing
                  key={`${scene.setup}-${scene.pass}-${picture.id}`}
                  picture={picture}
                  set={job.parts.find((p) => p.id === pictured.occurrences[0]?.part)?.set ?? ''}
                  figures={held ? [] : scene.figures.filter((f) => used.has(f.id))}
                  style={style}
                  tallest={beside ? 430 : i === 0 ? 300 : 250}
                />
              ))}
            </div>
          )}
        </div>
        <div className="shrinks">
          <Stops job={job} plan={plan} card={card} style={style} />
          <Cautions card={card} style={style} />
          {held ? (
            <p className="quiet">Its figures are shown once the stop has been read.</p>
          ) : null}
          {(held ? [] : view.figures).map((figure) => (
            <FigureRow key={figure.figure.id} view={figure} style={style} byHand={view.byHand} />
          ))}
          {(held ? [] : view.angles).map((angle) => (
            <AngleRow key={angle.id} angle={angle} style={style} />
          ))}
          <ProofLine card={card} style={style} />
          <RestsOnLine card={card} plan={plan} style={style} />
          <Groups
            groups={view.groups}
            held={held}
            byHand={view.byHand}
            shown={shown}
            onShow={setShown}
            style={style}
          />
          <h2 className="later">Before the first good piece</h2>
          <ul className="checks">
            <li>
              <Spoken sentence={card.testCut} style={style} />
              {!held &&
                (among ? (
                  <Readings readings={readings} style={style} />
                ) : (
                  <TestPiece plan={plan} card={card} job={id} readings={readings} style={style} />
                ))}
            </li>
            {card.checks.map((check, i) => (
              <li key={i}>
                <Spoken sentence={check} style={style} />
              </li>
            ))}
          </ul>
          {!held && !among && <KeptSetups key={card.id} plan={plan} card={card} style={style} />}
        </div>
      </div>
    </div>
  );
}

const sceneAt = (
  scenes: readonly PassScene[],
  passView: PassView | undefined,
): PassScene | undefined =>
  scenes.find((s) => s.setup === passView?.setup && s.pass === passView.pass);

function Neighbour({ to, job, children }: { to: Card | undefined; job: string; children: string }) {
  return to ? (
    <Link to={cardPath(job, to)}>{children}</Link>
  ) : (
    <span className="quiet">{children}</span>
  );
}

/**
 * What goes through, piece by piece: how many, what is set or marked for these alone, and their
 * passes.
 */
function Groups({
  groups,
  held,
  byHand,
  shown,
  onShow,
  style,
}: {
  groups: readonly GroupView[];
  held: boolean;
  byHand: boolean;
  /** The pass in the picture, counted over all groups from 0. */
  shown: number;
  onShow: (pass: number) => void;
  style: LengthStyle;
}) {
  const from = groups.map((_, i) =>
    groups.slice(0, i).reduce((sum, g) => sum + g.passes.length, 0),
  );
  return groups.map((group, i) => (
    <section key={group.setup} aria-label={`What goes through, ${i + 1}`}>
      <h2 className="later">
        {group.of ? `${capital(group.of)}: ` : ''}
        {group.parts.join(', ')}
        <span className="quiet light">
          {' '}
          {group.ends}; {group.count} {group.counted}
        </span>
      </h2>
      {(held ? [] : group.figures).map((figure) => (
        <FigureRow key={figure.figure.id} view={figure} style={style} byHand={byHand} />
      ))}
      {(held ? [] : group.lies).map((words) => (
        <p key={words}>The angle stays as it is: {words}.</p>
      ))}
      <ol className="passes" start={from[i]! + 1}>
        {group.passes.map((pass, index) => (
          <PassLine
            key={`${pass.setup} ${pass.pass}`}
            pass={pass}
            shown={from[i]! + index === shown}
            onShow={() => onShow(from[i]! + index)}
            style={style}
          />
        ))}
      </ol>
    </section>
  ));
}

/** One place of the cutter; the levels that lead down to it stand in one line. */
function PassLine({
  pass: { words, levels },
  shown,
  onShow,
  style,
}: {
  pass: PassView;
  shown: boolean;
  onShow: () => void;
  style: LengthStyle;
}) {
  return (
    <li aria-current={shown ? 'step' : undefined}>
      {levels.length > 0 && (
        <>
          Levels at{' '}
          {levels.map((level) => (
            <span key={level}>
              <Length value={level} style={style} unit={false} />,{' '}
            </span>
          ))}
          then:{' '}
        </>
      )}
      <Spoken sentence={words} style={style} />
      {!shown && (
        <>
          {' '}
          <button className="link" onClick={onShow}>
            Picture
          </button>
        </>
      )}
    </li>
  );
}

function FigureRow({
  view: { figure, from, to },
  style,
  byHand,
}: {
  view: FigureView;
  style: LengthStyle;
  byHand: boolean;
}) {
  return (
    <div className={`figure ${byHand ? 'byhand' : ''}`}>
      <div className="value">
        <Length value={figure.set.value} style={style} unit={false} />
        <span className="unit">{style.system}</span>
        <CopyButton of={figure.name} text={formatLength(figure.set.value, style)} />
      </div>
      <div>
        <strong>{figure.name}</strong>
        <p>
          from {from} to {to}
        </p>
        {!byHand && (
          <p>
            <Spoken sentence={figure.set.text} style={style} />
            {remainderMatters(figure) && (
              <span className="quiet">
                ; exact <Length value={figure.value} style={style} />, leaves{' '}
                <Length value={Math.abs(figure.set.error)} style={inDecimals(style)} />
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
                        , leaves <Length value={Math.abs(way.error)} style={inDecimals(style)} />
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
          {Math.abs(rise - run) > 1e-6 && (
            <Spoken
              sentence={{ text: 'rises {rise} over {run}', lengths: { rise, run } }}
              style={style}
            />
          )}
          {Math.abs(Math.abs(set) - degrees) > 0.01 && (
            <span className="quiet">; as marked it is {formatAngle(Math.abs(set))}</span>
          )}
        </p>
      </div>
    </div>
  );
}
