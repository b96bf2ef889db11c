import { useMemo } from 'react';
import {
  distanceIn,
  scenesOf,
  standsThen,
  type Card,
  type FigureMove,
  type Plan,
} from '@velk/core/day';
import { featureWords, modelOf } from '@velk/core/making';
import type { LengthStyle } from '@velk/core/ground';
import { SceneDrawing } from '../../drawings/SceneDrawing.tsx';
import { Length } from '../../widgets/Length.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';

/**
 * The machine with an arrow where a figure is moved and which way: the wrong way is the commonest
 * mistake.
 */
export function MovedScene({
  plan,
  card,
  moves,
  style,
}: {
  plan: Plan;
  card: Card;
  moves: readonly FigureMove[];
  style: LengthStyle;
}) {
  const scenes = useMemo(() => scenesOf(card, plan), [card, plan]);
  return moves.map((move) => {
    const { setup, figure, by } = move;
    const scene = scenes.find(
      (passScene) =>
        passScene.setup === setup.id &&
        passScene.pictures.some(({ dimensions }) => dimensions.some((d) => d.figure === figure.id)),
    );
    const picture = scene?.pictures.find(({ dimensions }) =>
      dimensions.some((d) => d.figure === figure.id),
    );
    if (!scene || !picture) return null;
    return (
      <SceneDrawing
        key={distanceIn(setup, figure)}
        picture={picture}
        figures={[{ ...figure, set: { ...figure.set, value: standsThen(move) } }]}
        move={{ figure: figure.id, by }}
        style={style}
        tallest={260}
      />
    );
  });
}

/** One figure and which way it goes: what is measured from is left where it is. */
export function Moved({
  move: { figure, setup, by, to, how },
  style,
}: {
  move: FigureMove;
  style: LengthStyle;
}) {
  const words = featureWords(setup, modelOf(setup.model).datums);
  return (
    <p>
      <strong>
        {figure.name}: <Length value={Math.abs(by)} style={style} /> {by > 0 ? 'more' : 'less'}
      </strong>
      , to <Length value={to} style={style} /> from {words[figure.from]} to {words[figure.to]}
      {how[0] && (
        <span className="quiet">
          {' '}
          (<Spoken sentence={how[0].text} style={style} />)
        </span>
      )}
    </p>
  );
}
