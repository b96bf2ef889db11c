import { type Mm, say } from '../../ground/index.ts';
import { roughParts } from '../cutlist/index.ts';
import { distanceIn, readingsOf } from '../plan/index.ts';
import {
  cardOf,
  clearanceOf,
  firstProved,
  isOpen,
  MINUTES,
  minutesOf,
  otherwise,
  setupsAt,
  widthOf,
  widthsIn,
} from './remaking.ts';
import { ALIKE, type Case, type NewFigure, type Rescue } from './rescue.ts';

/** A mortise too wide or torn: cut to the next cutter up, its tenon thicker. */
export function nextCutter(on: Case, value: Mm): Rescue | undefined {
  const planned = widthOf(on);
  if (!isOpen(on, 'tenoned')) return undefined;
  const widths = widthsIn(on.plan.basis.shop).filter(
    (own) => own >= value - ALIKE && own > planned + ALIKE,
  );
  const found = firstProved(widths, (own, way) => {
    const sizes = { width: own, by: (planned - own) / 2 };
    const [tenon, mortise] = [
      otherwise(on, sizes, 'tenoned', way),
      otherwise(on, sizes, 'mortised', way),
    ];
    return tenon && mortise && { tenon, mortise };
  });
  if (!found) return undefined;
  const {
    width,
    made: { tenon, mortise },
  } = found;
  return {
    id: 'next-cutter',
    title: say('Cut it {width} wide, and its tenon thicker', { width }),
    how: [
      say('The next cutter up makes both walls new: {width} in place of {planned}.', {
        width,
        planned,
      }),
      say('Mark its mate, and cut that tenon alone {tenon} thick.', {
        tenon: width - clearanceOf(on),
      }),
    ],
    figures: [...mortise.figures, ...tenon.figures],
    proved: true,
    wood: 0,
    minutes: minutesOf(on, [...setupsAt(on), ...setupsAt({ ...on, member: 'tenoned' })]),
    again: [],
  };
}

/**
 * A shoulder cut too far in: the piece is short between its shoulders, and so must its partner be.
 */
export function otherShoulder(on: Case, over: Mm): Rescue | undefined {
  if (!isOpen(on, on.member)) return undefined;
  const card = cardOf(on.plan, on.setup)!;
  const reading = readingsOf(on.modeller, card, on.plan).find(
    (eachReading) => eachReading.joint === on.joint.id && eachReading.dimension === 'tenonLength',
  );
  const newFigures = on.setup.figures.flatMap((figure): NewFigure[] => {
    const { gain } = reading?.gains.find(
      ({ distance }) => distance === distanceIn(on.setup, figure),
    ) ?? { gain: 0 };
    return gain
      ? [
          {
            card: card.id,
            name: figure.name,
            was: figure.set.value,
            now: figure.set.value + over / gain,
          },
        ]
      : [];
  });
  return {
    id: 'other-shoulder',
    title: say('Move the shoulder of its partner by the same'),
    how: [
      say(
        'Between its shoulders the piece is {over} short. Where the frame allows it, cut one shoulder of the piece that lies opposite {over} farther in, too, so that both are alike.',
        { over },
      ),
      say('Saw {over} off both tips, so that the tenons don’t meet the floors of their mortises.', {
        over,
      }),
    ],
    figures: newFigures,
    wood: 0,
    minutes: MINUTES.pare + minutesOf(on, [on.setup]),
    again: [],
  };
}

/** The end off and its joint cut anew, where the piece was left long for it. */
export function offAndAgain(on: Case): Rescue | undefined {
  if (on.member !== 'tenoned') return undefined;
  const { job, shop } = on.plan.basis;
  const place = on.setup.occurrences.find((o) => o.joint === on.joint.id)!;
  const row = roughParts(job, shop).find(({ part }) => part.id === place.part);
  const words = `end ${place.end.toUpperCase()}`;
  const spare = row?.allowances.find(
    (allowance) => allowance.for === 'tenon' && allowance.end === place.end,
  );
  if (!row || !spare) return undefined;
  const setups = setupsAt(on);
  return {
    id: 'off-and-again',
    title: say('Saw the end off and cut it anew'),
    how: [
      say(`The part was left {length} longer at ${words} for this: saw so much off square.`, {
        length: spare.length,
      }),
      say('Then it goes through every card of this end again, at the same figures.'),
    ],
    figures: [],
    wood: spare.length * row.rough.width * row.rough.thickness,
    minutes: minutesOf(on, setups),
    again: setups.map(({ id }) => id),
  };
}
