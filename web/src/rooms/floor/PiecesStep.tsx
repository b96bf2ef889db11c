import './floor.css';
import { useState } from 'react';
import type { Card, FigureView, GroupView, PassView, Plan } from '@velk/core/day';
import { capital, type LengthStyle } from '@velk/core/ground';
import { Spoken } from '../../widgets/Spoken.tsx';
import { Reminders } from '../setups/Reminders.tsx';
import { FloorScene } from './FloorScene.tsx';
import { HugeFigures } from './Huge.tsx';
import { useStand } from './SetStep.tsx';
import { ToldHere } from './Rescuing.tsx';
import { Spoiled } from './Spoiled.tsx';
import type { OnFloor } from './useFloor.ts';

/** Some equal pieces that go through: which, what is moved for them, and their passes. */
export function PiecesStep({
  plan,
  card,
  group,
  byHand,
  left,
  next,
  isLast,
  style,
}: {
  plan: Plan;
  card: Card;
  group: GroupView;
  byHand: boolean;
  /** Numbers of those that are still to go through. */
  left: readonly number[];
  /** The card after this. */
  next: OnFloor | undefined;
  /** No others go through this card after these. */
  isLast: boolean;
  style: LengthStyle;
}) {
  const [shown, setShown] = useState(0);
  const stand = useStand(card);
  const pass = group.passes[Math.min(shown, group.passes.length - 1)];
  const isCut = !left.length;
  const moved = pass ? toMove(group, pass) : group.figures;
  return (
    <>
      <div>
        <p className="floorpieces">
          {group.of ? `${capital(group.of)}: ` : ''}
          <strong>{group.parts.join(', ')}</strong>, {group.ends}
        </p>
        {moved.length > 0 && (
          <HugeFigures figures={moved} stand={stand} byHand={byHand} style={style} />
        )}
        {group.lies.map((words) => (
          <p key={words}>The angle stays as it is: {words}.</p>
        ))}
        <ol className="floorpasses">
          {group.passes.map((passView, i) => (
            <li
              key={`${passView.setup} ${passView.pass}`}
              aria-current={i === shown ? 'step' : undefined}
            >
              <button onClick={() => setShown(i)}>
                {group.passes.length > 1 && `${i + 1}. `}
                <Spoken sentence={passView.words} style={style} />
              </button>
            </li>
          ))}
        </ol>
        {!isCut && <Reminders card={card} when="cut" style={style} />}
        {isCut && isLast && <Reminders card={card} when="after" style={style} />}
        <Spoiled plan={plan} setup={group.setup} piece={left[0]} style={style} />
        <ToldHere card={card} />
        {next && isLast && isCut && <Fetch next={next} />}
      </div>
      <FloorScene plan={plan} card={card} at={pass} held={false} style={style} />
    </>
  );
}

/** All that is moved before the first pass; before another what that asks for, if anything. */
function toMove({ figures, passes }: GroupView, pass: PassView): readonly FigureView[] {
  if (pass === passes[0]) return [...figures, ...pass.moves];
  return pass.moves.length ? pass.moves : figures;
}

/** What to have ready for the next card. */
function Fetch({ next }: { next: OnFloor }) {
  const { title, gear } = next.view;
  return (
    <p className="fetch">
      <span className="quiet">Next</span> {title}.{' '}
      {gear.length > 0 && <>Fetch {gear.join(', ')}.</>}
    </p>
  );
}
