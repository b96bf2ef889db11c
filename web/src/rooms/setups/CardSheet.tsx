import {
  type Card,
  cardView,
  type CardView,
  type PassScene,
  type PassView,
  type Plan,
  type Reading,
  scenesOf,
} from '@velk/core/day';
import { Segmented } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { aspectOf, isCrowded, SceneDrawing } from '../../drawings/SceneDrawing.tsx';
import { jointPicked } from '../../frame/view.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { store, useAppDispatch } from '../../store.ts';
import { Spoken } from '../../widgets/Spoken.tsx';
import { ProofLine } from '../proof/ProofLine.tsx';
import { AngleRow, FigureRow } from './FigureRow.tsx';
import { Groups } from './Groups.tsx';
import { Cautions, Stops } from './Hazards.tsx';
import { KeptSetups } from './KeptSetups.tsx';
import { Readings } from './Readings.tsx';
import { RestsOnLine } from './RestsOnLine.tsx';
import { FirstPiece } from './FirstPiece.tsx';
import { FoldedReminders, Reminders } from './Reminders.tsx';
import { TemplateLine } from './TemplateLine.tsx';

/** Where a card is shown: its id has letters that an address can’t hold. */
export const cardPath = (job: string, card: Pick<Card, 'id'>): string =>
  `/job/${job}/setups/${encodeURIComponent(card.id)}`;

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
  return (
    <div className="sheet">
      <div className="card">
        <CardHead plan={plan} card={card} view={view} id={id} among={among} />
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
        <div className="toset shrinks">
          <Stops job={job} plan={plan} card={card} style={style} />
          <Cautions card={card} cards={plan.cards} style={style} />
          <Reminders card={card} when="ready" title="Made ready" style={style} />
          {held ? (
            <p className="quiet">Its figures are shown once the stop has been read.</p>
          ) : null}
          {(held ? [] : view.figures).map((figure) => (
            <FigureRow key={figure.figure.id} view={figure} style={style} byHand={view.byHand} />
          ))}
          {(held ? [] : view.angles).map((angle) => (
            <AngleRow key={angle.id} angle={angle} style={style} />
          ))}
          <FoldedReminders card={card} when="set" title="While setting" style={style} />
          <Reminders card={card} when="trial" title="Before the first good piece" style={style}>
            {held || among ? (
              <>
                <Spoken sentence={card.testCut} style={style} />
                {!held && <Readings readings={readings} style={style} />}
              </>
            ) : (
              <FirstPiece plan={plan} card={card} job={id} readings={readings} style={style} />
            )}
          </Reminders>
          <ProofLine card={card} style={style} />
          <RestsOnLine card={card} plan={plan} style={style} />
          {!among && <TemplateLine card={card} plan={plan} style={style} />}
          {!held && !among && <KeptSetups key={card.id} plan={plan} card={card} style={style} />}
        </div>
        <div className="through">
          <Groups
            groups={view.groups}
            held={held}
            byHand={view.byHand}
            shown={shown}
            style={style}
          />
          <FoldedReminders card={card} when="cut" title="While cutting" style={style} />
          <FoldedReminders card={card} when="after" title="After the last piece" style={style} />
        </div>
      </div>
    </div>
  );
}

/** What the card is called, its place in the run, and the ways to its neighbours. */
function CardHead({
  plan,
  card,
  view,
  id,
  among,
}: {
  plan: Plan;
  card: Card;
  view: CardView;
  id: string;
  among: boolean;
}) {
  const index = plan.cards.indexOf(card);
  const parts = [...new Set(view.groups.flatMap((group) => group.parts))].join(', ');
  const counted = [...new Set(view.groups.map((group) => group.counted))].join(' and ');
  return (
    <header>
      <div>
        {among ? <h2 className="cardtitle">{view.title}</h2> : <h1>{view.title}</h1>}
        <p className="quiet card-way">
          Set-up {index + 1} of {plan.cards.length}. {parts}, {card.count} {counted}.{' '}
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
