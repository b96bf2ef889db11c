import type { TenonFeature } from '../../design/index.ts';
import { beforehand, type Reminder, type SeatFace } from '../setups/index.ts';
import { ruleOf, type Shop, type Teeth } from '../../shop/index.ts';
import { say, type Mm } from '../../ground/index.ts';
import type { Setting } from './dials.ts';
import { SAME, type Context, type Gauged } from './method.ts';

/** One shoulder of a tenon: the face that lies down while it is cut, and how deep it is. */
export interface Shoulder {
  readonly down: SeatFace;
  readonly words: string;
  readonly depth: Mm;
  /** Where wood begins, on the way in: there was none before, or it is gone. */
  readonly from: Mm;
}

/** The shoulders a tenon has. */
export const shouldersOf = ({
  faceShoulder: a,
  thickness: t,
  edgeShoulder: b,
  width: w,
  stock,
  cleared,
}: TenonFeature): Shoulder[] =>
  [
    { down: 'reference-face' as const, words: '{Reference face} down', depth: a },
    { down: 'other-face' as const, words: '{Other face} down', depth: stock.thickness - a - t },
    { down: 'reference-edge' as const, words: '{Reference edge} down', depth: b },
    { down: 'other-edge' as const, words: '{Other edge} down', depth: stock.width - b - w },
  ].flatMap((side) => (side.depth > SAME ? [{ ...side, from: cleared?.[side.down] ?? 0 }] : []));

/**
 * The shoulders that are left to cut once a kerf so wide has gone down the cheeks: shallower ones
 * went with it.
 */
export const shouldersLeft = (
  feature: TenonFeature,
  { taken }: Pick<Context, 'taken'>,
): Shoulder[] => shouldersOf(feature).filter(({ depth, from }) => depth - from > taken + SAME);

/** From the end of the tenon to its shoulder: the tenon's length, and never longer. */
export const toShoulder = (L: Mm): Setting => ({
  value: L,
  rounding: 'down',
  acts: 'length',
  working: say('tenon length {L}', { L }),
});

/**
 * The far side of what cuts stands at the line that is knifed round the first piece.
 * @param block that lies between its end and what is set
 */
export function byShoulderLine(feature: TenonFeature, block?: EndBlock): Gauged {
  const { length: L, lean } = feature;
  const against = block ? `its end against the ${block}, ` : '';
  /** An end that was cut askew first is parallel to its shoulder. */
  const measured = lean?.degrees ? ', measured square to it' : '';
  const text = `${against}far teeth at the shoulder line, {lies} from the end${measured}`;
  return { mark: { lies: L, grows: 1, text, struck: shoulderStruck(feature), leads: true } };
}

/** What is held between the end of a piece and what is set. */
type EndBlock = 'stop block' | 'gauge block';

/** The same with a block between the end and what is set. */
export const toShoulderBy = (L: Mm, s: Mm, block: EndBlock): Setting => ({
  value: L + s,
  rounding: 'down',
  acts: 'length',
  working: say(`tenon length {L} + ${block} {s}`, { L, s }),
});

/**
 * How far a shoulder's cut stays off a cheek that is cut already: of a shallow one no more than
 * half its depth, mm.
 */
export const shortOf = (depth: Mm, short: Mm): Mm => Math.min(short, depth / 2);

/**
 * By how much shoulders may differ that are cut at one height, mm: by no more than a rule shows,
 * where they stay off cheeks that are cut already, and all of them open into their kerf; else not
 * at all.
 */
export const apartAtMost = (
  shop: Pick<Shop, 'style' | 'rule' | 'graduation'>,
  short: Mm,
  { taken }: Pick<Context, 'taken'>,
): Mm => (short && shop.graduation ? Math.max(0, Math.min(ruleOf(shop), (taken - short) / 2)) : 0);

/**
 * How deep one cut goes for shoulders of one depth: full, or short of cheeks that are cut already,
 * by a rule as long as it opens into their kerf; of several that differ as deep as the shallowest.
 * @param short how far it stays off the cheeks, mm; 0 where they come after
 */
export function shoulderDepth(
  group: readonly [Shoulder, ...Shoulder[]],
  short: Mm,
  { taken }: Pick<Context, 'taken'>,
): Setting {
  const [{ down }, ...others] = group;
  const depths = group.map((shoulder) => shoulder.depth);
  const depth = Math.min(...depths);
  const less = shortOf(depth, short);
  return {
    value: depth - less,
    purpose: less > 0 ? 'stays' : 'fit',
    within: taken - less - (Math.max(...depths) - depth),
    rounding: 'down',
    acts: down.endsWith('face') ? 'thickness' : 'width',
    working: less
      ? say('shoulder {depth} − {short}: the cheek is cut already, so it stops short', {
          depth,
          short: less,
        })
      : say('depth of the shoulder, {depth}', { depth }),
    counts: others.length ? 2 : 1,
  };
}

/** Nearer than this two shoulders are of one depth, mm. */
const ONE_DEPTH: Mm = 1e-4;

/**
 * Shoulders of one depth together: one height serves them. Faces and edges apart: its error acts
 * another way in each.
 * @param apart by how much they may differ, mm
 */
export function byDepth(
  shoulders: readonly Shoulder[],
  apart: Mm = 0,
): (readonly [Shoulder, ...Shoulder[]])[] {
  const groups: [Shoulder, ...Shoulder[]][] = [];
  const isNear = (a: Shoulder, b: Shoulder) =>
    a.down.endsWith('face') === b.down.endsWith('face') &&
    Math.abs(a.depth - b.depth) <= apart + ONE_DEPTH;
  for (const shoulder of shoulders) {
    const group = groups.find((each) => each.every((other) => isNear(other, shoulder)));
    if (group) group.push(shoulder);
    else groups.push([shoulder]);
  }
  return groups;
}

const KNIFED_ROUND = beforehand(
  'Knife the shoulder line all round the first piece: both faces must meet on it.',
);
const KNIFED = beforehand('Knife the shoulder line on the first piece: the cut must end on it.');

/** Of a lap there is no other shoulder to meet. */
const shoulderStruck = (feature: TenonFeature): Reminder =>
  shouldersOf(feature).length > 1 ? KNIFED_ROUND : KNIFED;

/** What to look at on the first shoulder that a blade cuts. */
export const shoulderReminders = (feature: TenonFeature, teeth: Teeth): Reminder[] => [
  shoulderStruck(feature),
  ...(teeth === 'flat'
    ? []
    : [
        beforehand(
          'The blade’s teeth are not flat on top: they leave ears in the corner. Pare them, or fit a flat-topped blade.',
        ),
      ]),
];
