import './floor.css';
import { useMemo } from 'react';
import { LIMITS, speak, type LengthStyle } from '@velk/core/ground';
import type { Card, Plan, Rescue } from '@velk/core/day';
import type { Observation } from '@velk/core/shop';
import { note } from '../../recording/record.ts';
import { useAppDispatch } from '../../store.ts';
import { useAsked } from '../../planning/useAsked.ts';
import { useTypedText } from '../../keeping/useTypedText.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { inDecimals, Length } from '../../widgets/Length.tsx';
import { lengthIn, LooseLength } from '../../widgets/LooseLength.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';

/**
 * What a saved piece asks of the pieces of this card: its mate, or its partner, is cut otherwise
 * than the others.
 */
export function ToldHere({ card }: { card: Card }) {
  const told = useRecordState().rescued.filter(({ line }) => line.cards.includes(card.id));
  return told.map(({ line }) => (
    <p key={line.id} className="note warning">
      ▲ One of these is another: {line.text}
    </p>
  ));
}

/**
 * What can be saved of a spoiled piece: which size is wrong and what it reads, and the ways, the
 * cheapest first.
 */
export function Rescuing({
  plan,
  line,
  style,
}: {
  plan: Plan;
  line: Extract<Observation, { kind: 'spoiled' }>;
  style: LengthStyle;
}) {
  const [dimension, setDimension] = useTypedText(sizeOf(line));
  return dimension !== undefined ? (
    <Ways plan={plan} line={line} style={style} dimension={dimension} onDimension={setDimension} />
  ) : (
    <button onClick={() => setDimension('')}>What can be saved?</button>
  );
}

/** Under which what is wrong with a piece is kept until it is saved or cut anew. */
const sizeOf = ({ id }: { readonly id: string }): string => `floor.rescue.${id}.size`;

function Ways({
  plan,
  line,
  style,
  dimension,
  onDimension,
}: Parameters<typeof Rescuing>[0] & {
  dimension: string;
  onDimension: (dimension: string | null) => void;
}) {
  const dispatch = useAppDispatch();
  const { done } = useRecordState();
  const [text = '', setText] = useTypedText(`floor.rescue.${line.id}.reads`);
  const value = lengthIn(text, style) || undefined;
  const { job, shop } = plan.basis;
  const question = useMemo(() => {
    const mishap = {
      setup: line.setup,
      ...(dimension && value !== undefined && { dimension, value }),
    };
    return { job, shop, done, mishap };
  }, [job, shop, done, line.setup, dimension, value]);
  const answer = useAsked('rescues', question);
  const { sizes = [], rescues } = answer?.answer ?? {};
  const size = sizes.find((sizeAsked) => sizeAsked.dimension === dimension);
  const take = (rescue: Rescue) => {
    const said = textOf(rescue, style);
    const cards = [...new Set(rescue.figures.flatMap(({ card }) => card ?? []))];
    dispatch(
      note({
        kind: 'rescued',
        of: line.id,
        again: rescue.again,
        cards,
        text: said.slice(0, LIMITS.notes),
      }),
    );
    onDimension(null);
    setText(null);
  };
  if (!answer) return <p className="quiet">… cutting it virtually</p>;
  return (
    <div className="rescuing">
      <label>
        What is wrong{' '}
        <select value={dimension} onChange={(event) => onDimension(event.target.value)}>
          <option value="">it split, or broke</option>
          {sizes.map((sizeAsked) => (
            <option key={sizeAsked.dimension} value={sizeAsked.dimension}>
              {sizeAsked.name}
            </option>
          ))}
        </select>
      </label>
      {size && (
        <p>
          <LooseLength label="reads" text={text} style={style} onType={setText} /> where{' '}
          <Length value={size.value} style={inDecimals(style)} /> was asked
        </p>
      )}
      <ol>
        {(rescues ?? []).map((rescue) => (
          <li key={rescue.id}>
            <strong>
              <Spoken sentence={rescue.title} style={style} />
            </strong>
            {rescue.proved && <span className="good"> cut virtually: it goes together</span>}
            {rescue.proved === false && (
              <span className="warning"> cut virtually: it does not go together</span>
            )}
            {rescue.how.map((words) => (
              <p key={words.text}>
                <Spoken sentence={words} style={style} />
              </p>
            ))}
            {rescue.figures.length > 0 && (
              <ul className="plain">
                {rescue.figures.map(({ name, was, now }) => (
                  <li key={`${name} ${now}`}>
                    {name}: <Length value={now} style={style} />
                    {was !== undefined && (
                      <span className="quiet">
                        , for the others <Length value={was} style={style} />
                      </span>
                    )}
                  </li>
                ))}
              </ul>
            )}
            <p className="quiet">
              {rescue.wood > 0
                ? `${Math.max(1, Math.round(rescue.wood / 1000))} cm³ of wood`
                : 'No wood'}
              , about {Math.max(1, Math.round(rescue.minutes))} min.
            </p>
            {rescue.id !== 'remake' && rescue.proved !== false && (
              <button onClick={() => take(rescue)}>Do that</button>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}

/** A rescue as the record keeps it: what is done, and what is set for the one piece. */
function textOf({ title, how, figures }: Rescue, style: LengthStyle): string {
  const said = [title, ...how].map((words) => speak(words, style));
  const set = figures.map(
    ({ name, now }) => `${name} ${speak({ text: '{now}', lengths: { now } }, style)}`,
  );
  return [
    `${said[0]}.`,
    ...said.slice(1),
    ...(set.length ? [`For it alone: ${set.join(', ')}.`] : []),
  ].join(' ');
}
