import type { Feature } from '../../design/index.ts';
import type { Shop } from '../../shop/index.ts';
import type { Mm, Sentence } from '../../ground/index.ts';
import { stopsOf } from '../hazards/index.ts';
import { bundled } from '../method/bundles.ts';
import { supportWords } from '../method/longPieces.ts';
import type { Method } from '../method/method.ts';
import {
  beforehand,
  reachedBy,
  tellingFaces,
  withFaces,
  type Setup,
  type Trait,
} from '../setups/index.ts';
import { centredWords } from './centred.ts';
import { cradleWords, WEDGE_INSTEAD } from './cradled.ts';
import { asLongAs, type ForHalf, type Given } from './given.ts';
import { mirrored } from './mirrored.ts';
import { skinWords } from './skins.ts';

/** What is known of the feature that set-ups are for, and of how it came to its method. */
export interface Making {
  readonly method: Method;
  readonly given: Given;
  /** Which of the half’s features it is. */
  readonly index: number;
  readonly half: ForHalf;
  readonly shop: Shop;
  readonly shouldersFirst: boolean;
  /** Length of the rough piece it is cut as a part of, mm. */
  readonly partOf?: Mm;
  /** Whether Velk would not make it, unless somebody says so. */
  readonly isStopped: boolean;
}

/** Something that a set-up has beside what its method says. */
type Added = (setup: Setup, making: Making) => Setup;

/** The very same set-up where there is nothing to say: most of what is added concerns few. */
const telling = (setup: Setup, ...reminders: Setup['reminders']): Setup =>
  reminders.length ? { ...setup, reminders: [...setup.reminders, ...reminders] } : setup;

/** What its way of cutting and its feature are like. */
const traitsOf = ({ traits = [] }: Method, feature: Feature): Trait[] => [
  ...traits,
  ...(feature.form === 'mortise' && feature.pocket ? (['pocket'] as const) : []),
  ...(feature.form === 'round-tenon' ? (['round'] as const) : []),
];

/** All that is added to every set-up, in this order, each with its reason. */
const ADDED: Readonly<Record<string, Added>> = {
  /** What is set by a line wants it struck before, and that is the first thing that is done. */
  lined: (setup) => {
    const struck = new Set(setup.figures.flatMap(({ set }) => set.struck ?? []));
    if (!struck.size) return setup;
    const others = setup.reminders.filter((reminder) => !struck.has(reminder));
    return { ...setup, reminders: [...struck, ...others] };
  },

  /** Narrow pieces tip when they stand on edge: several go through as one. */
  inBundles: (setup, { given }) => bundled(setup, given.feature.stock),

  /** Where a joint has several features, a card says which it is about. */
  named: (setup, { given: { feature } }) => ({
    ...setup,
    ...(feature.name && { of: feature.name }),
    ...(feature.nth && { nth: feature.nth }),
  }),

  /** What is cut in the middle lies off from where it was drawn: proof and card know it. */
  inTheMiddle: (setup, { given: { centredBy } }) =>
    telling(centredBy ? { ...setup, centredBy } : setup, ...centredWords(setup, centredBy)),

  /** What is too thin to be cut stays on: proof and card know it. */
  withSkins: (setup, { given: { feature } }) => {
    const skin = feature.form === 'tenon' ? feature.skin : undefined;
    return telling(skin ? { ...setup, skin } : setup, ...skinWords(setup, skin));
  },

  /** A piece that doesn’t lie flat needs its bed at the machine. */
  onItsBed: (setup, { given: { bed, feature }, half }) => {
    if (setup.model === 'bench') return setup;
    if (bed === 'wedge') return telling(setup, WEDGE_INSTEAD);
    if (bed !== 'cradle') return setup;
    return telling(setup, ...cradleWords(half.cradle!, feature, half.occurrences));
  },

  /** A long piece wants a hand or a stand at its far end. */
  supported: (setup, { given: { feature }, partOf }) =>
    telling(setup, ...supportWords(setup, asLongAs(feature, partOf ?? 0).stock)),

  /** Too short to be held, it is cut while its piece is long. */
  asPartOfAnother: (setup, { partOf }) =>
    partOf === undefined
      ? setup
      : telling(
          setup,
          beforehand(
            'Too short to be cut by itself: cut it while it is part of a piece {heldLength} long, and saw it off after.',
            { heldLength: partOf },
          ),
        ),

  /** What Velk would not make is said at the machine that would hurt. */
  stopped: (setup, { isStopped, given: { bare }, method, shop, half: { occurrences } }) =>
    !isStopped || setup.model === 'bench'
      ? setup
      : {
          ...setup,
          stops: stopsOf(setup, bare.stock.length, shop).map(({ hazard, message }) => ({
            hazard: hazard!,
            text: message,
            joint: occurrences[0]!.joint,
            key: `${method.id}/${hazard}`,
          })),
        },

  /** What the order of cards goes by. */
  inOrder: (setup, { index, shouldersFirst, method, given: { feature } }) => ({
    ...setup,
    feature: index,
    shouldersFirst,
    traits: traitsOf(method, feature),
    ...(feature.follows && { follows: feature.follows }),
  }),
};

/**
 * A method’s set-up with all that is added to it; several where ends lean opposite ways, each in
 * the words of its piece’s faces.
 */
export function withAdded(setup: Setup, making: Making): Setup[] {
  const whole = Object.values(ADDED).reduce((made, add) => add(made, making), setup);
  const turned = making.half.occurrences[0]?.turned === true;
  return mirrored(whole).map((side) => inFaceWords(side, turned));
}

/** A set-up in the words of its piece’s faces, of the true ones where it lies a quarter turned. */
function inFaceWords(setup: Setup, turned: boolean): Setup {
  const told = <Told extends Sentence>(sentence: Told) => tellingFaces(sentence, turned);
  return {
    ...setup,
    figures: setup.figures.map((f) => ({
      ...reachedBy(
        f,
        f.reach.map((way) => ({ ...way, text: told(way.text) })),
      ),
      name: withFaces(f.name, turned),
      working: told(f.working),
    })),
    passes: setup.passes.map((p) => ({ ...p, words: told(p.words) })),
    reminders: setup.reminders.map(told),
    ...(setup.of && { of: withFaces(setup.of, turned) }),
    ...(setup.angles && {
      angles: setup.angles.map((a) => ({ ...a, between: withFaces(a.between, turned) })),
    }),
  };
}
