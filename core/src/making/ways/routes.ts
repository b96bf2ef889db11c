import type { Feature } from '../../design/index.ts';
import { mayStop, stopsOf } from '../hazards/index.ts';
import {
  tellingFaces,
  withFaces,
  type Refusal,
  type Setup,
  type Stage,
  type Stop,
  type Trait,
} from '../setups/index.ts';
import { say, type Mm, type Scale, type Sentence } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { SAME, type Context, type Method } from '../method/method.ts';
import { under } from '../method/refusal.ts';
import { shouldersOf } from '../method/shoulders.ts';
import { fattened, planing } from './forThePlane.ts';
import { bundled } from '../method/bundles.ts';
import { centred, centredWords } from './centred.ts';
import { facesOf, hasFaces } from './edgesApart.ts';
import { METHODS } from './list.ts';
import { BARE, cradleWords, inCradle, WEDGE_INSTEAD } from './cradled.ts';
import { mirrored } from './mirrored.ts';
import { supportWords } from '../method/longPieces.ts';
import {
  angleFigure,
  cornerWords,
  enteredAt,
  onWedges,
  wedgeWords,
  type TakesLean,
} from '../method/wedged.ts';

/** The methods that together cut one half of a joint, or why this shop can't, as plain data. */
export interface RouteChoice {
  readonly id: string;
  readonly title: string;
  readonly methods: readonly string[];
  readonly shouldersFirst: boolean;
  /** What its methods are like, all together. */
  readonly traits: readonly Trait[];
  readonly refusals: readonly Refusal[];
  /** Of several machines of a kind another than the first, by its id. */
  readonly machine?: string;
}

export interface Route extends RouteChoice {
  /** Reckoned when asked for: of dozens of routes one is taken. None where it is refused. */
  readonly setups: () => readonly Setup[];
}

/**
 * A route without its set-ups: they are most of its size, and a job has hundreds that nobody takes.
 */
export const choiceOf = ({ setups: _, ...choice }: Route): RouteChoice => choice;

/** What a half goes through, in this order unless its cheeks come first. */
export const STAGES: readonly Stage[] = [
  'end',
  'groove',
  'mortise',
  'square-ends',
  'shoulders',
  'cheeks',
  'edges',
  'slot',
  'notch',
  'round-edges',
  'slope',
  'rebate',
  'bore',
];

/**
 * Every way of cutting a member: one method for each stage its features go through, accepted ones
 * first. Features of one form are cut the same way.
 * @param wanted by id, where not all of them are asked for
 */
export function routesFor(
  features: readonly Feature[],
  shop: Shop,
  context: ForHalf,
  wanted: (id: string) => boolean = () => true,
): Route[] {
  const forms = [...new Set(features.map((f) => f.form))];
  const choices = forms
    .flatMap((form) => STAGES.flatMap((stage) => waysAt(stage, form, features)))
    .filter((ways) => ways.length);
  const combinations = choices
    .reduce<Method[][]>(
      (all, ways) => all.flatMap((chosen) => ways.map((way) => (way ? [...chosen, way] : chosen))),
      [[]],
    )
    .map((methods) =>
      methods.filter(
        (m) => !methods.some((other) => other.form === m.form && other.also?.includes(m.stage)),
      ),
    )
    .filter(edgesCanBeApart);
  const done = piecesOfWork(features, shop, context);
  return [...new Map(combinations.map((methods) => [methods.map((m) => m.id).join('+'), methods]))]
    .filter(([id]) => wanted(id))
    .map(([, methods]) => route(features, shop, methods, done))
    .sort((a, b) => Number(a.refusals.length > 0) - Number(b.refusals.length > 0));
}

/**
 * What can be chosen between at one stage, of one form: each list of ways serves some of its
 * features, all of them together.
 */
function waysAt(
  stage: Stage,
  form: Feature['form'],
  features: readonly Feature[],
): (Method | undefined)[][] {
  const ways = METHODS.filter((m) => m.stage === stage && m.form === form);
  /** Whichever is chosen must serve every feature that has to go through this stage. */
  const served = features.filter((f) => ways.some((m) => cuts(m, f)));
  const able = ways.filter((m) => served.every((f) => cuts(m, f)));
  if (!served.length) return [];
  if (stage === 'edges') {
    /** Edges are cut with the faces unless another way is chosen for them. */
    const faces = features.some((f) => f.form === 'tenon' && hasFaces(f));
    return faces && able.length ? [[undefined, ...able]] : [];
  }
  if (able.length) return [able];
  /**
   * What no single way serves goes by two: the gap between tenons, and the saw cuts for their
   * wedges.
   */
  const apart = served.map((f) => ways.filter((m) => cuts(m, f)));
  return [
    ...new Map(apart.map((methods) => [methods.map(({ id }) => id).join(), methods])).values(),
  ];
}

/**
 * Only what cuts side by side leaves its edges to another, and only to one that doesn't go by the
 * same.
 */
function edgesCanBeApart(methods: readonly Method[]): boolean {
  const edges = methods.find((m) => m.stage === 'edges');
  const cheeks = methods.find((m) => m.stage === 'cheeks' && m.form === edges?.form);
  return !edges || (cheeks?.bySide !== undefined && cheeks.bySide !== edges.bySide);
}

const onlyEdges = (feature: Feature): boolean => feature.form === 'tenon' && !hasFaces(feature);

/** What all methods of a half are told. */
export type ForHalf = Omit<Context, 'shouldersFirst' | 'taken'>;

/**
 * What a method is told of the others of its route: which of them come first, and what cuts the
 * edges apart.
 */
interface Beside extends Pick<Context, 'shouldersFirst' | 'taken'> {
  readonly edges: Method | undefined;
}

/** Where edges are cut apart, these leave them. */
const BY_SIDE: readonly Stage[] = ['shoulders', 'cheeks'];

/** One method at one feature: why not, or its set-ups. */
interface Work {
  readonly refusals: readonly Refusal[];
  readonly setups: () => readonly Setup[];
}

const longer = (feature: Feature, length: Mm): Feature => ({
  ...feature,
  stock: { ...feature.stock, length: Math.max(length, feature.stock.length) },
});

/** Work by method and feature: most routes share most of it, and it is reckoned once. */
function piecesOfWork(features: readonly Feature[], shop: Shop, partial: ForHalf) {
  const half = `${partial.joint}.${partial.occurrences[0]?.member ?? 'either'}`;
  const known = new Map<string, Work>();
  const reckon = (
    method: Method,
    index: number,
    { shouldersFirst, taken, edges }: Beside,
  ): Work => {
    const fitted = fittedLast(features[index]!, shop);
    const { feature: wanted, centredBy } = centred(fitted, features, shop);
    const apart =
      edges && cuts(edges, wanted) && wanted.form === 'tenon' && BY_SIDE.includes(method.stage);
    const whole = apart ? facesOf(wanted) : wanted;
    const allowance = method.leavesFat && !whole.lean ? (shop.planeAllowance ?? 0) : 0;
    const fat = allowance && whole.form === 'tenon' ? whole : undefined;
    const sized = fat ? fattened(fat, allowance) : whole;
    const { feature, bed } = heldFor(method, sized, partial);
    const context = {
      ...partial,
      joint: `${half}${index ? `.${index + 1}` : ''}`,
      shouldersFirst,
      taken,
    };
    const made = madeOnce(() => method.setups(feature, shop, context));
    const { heldLength } = partial;
    const { length } = sized.stock;
    const impossible = method.refuse(feature, shop, context);
    const refused = impossible.length ? impossible : tooShallow(feature, shop, made);
    const bare = bed === 'bare' && !refused.length && made().some((s) => s.model !== 'bench');
    const alone = bare ? [BARE] : refused;
    /** Too short by itself, it may be long enough while it is still part of its rough piece. */
    const held =
      alone.length && heldLength && !bare
        ? method.refuse(longer(feature, heldLength), shop, context)
        : alone;
    const stopped = (by: Mm) =>
      bare || held.length || !mayStop(by, shop)
        ? []
        : [
            ...new Map(
              machined(method, feature, shop, context, made())
                .flatMap((s) => stopsOf(s, by, shop))
                .map((r) => [r.hazard, r]),
            ).values(),
          ];
    const short = stopped(length);
    const longest = heldLength && Math.max(length, heldLength);
    const asPart =
      Boolean(longest) &&
      held.length === 0 &&
      alone.length + short.length > 0 &&
      !stopped(longest!).length;
    const stops = asPart ? [] : short;
    return {
      refusals: [...(asPart ? [] : alone), ...stops],
      setups: madeOnce(() =>
        [
          ...machined(method, feature, shop, context, made()),
          /**
           * At the bench, bare: lines count from the piece itself, not from its wedge or cradle.
           */
          ...benched(
            sized,
            shop,
            context,
            sized === feature ? made() : method.setups(sized, shop, context),
          ),
          ...(fat ? planing(fat, allowance, context) : []),
        ].flatMap((setup) => {
          const standing = bundled(setup, feature.stock);
          const turned = partial.occurrences[0]?.turned === true;
          const setups = mirrored({
            ...standing,
            ...(feature.name && { of: feature.name }),
            ...(feature.nth && { nth: feature.nth }),
            ...(centredBy && { centredBy }),
            checks: [
              ...standing.checks,
              ...centredWords(standing, centredBy),
              ...(setup.model === 'bench'
                ? []
                : bed === 'cradle'
                  ? cradleWords(partial.cradle!, feature, partial.occurrences)
                  : bed === 'wedge'
                    ? [WEDGE_INSTEAD]
                    : []),
              ...supportWords(setup, asPart ? longer(feature, heldLength!).stock : feature.stock),
              ...(asPart
                ? [
                    say(
                      'Too short to be cut by itself: cut it while it is part of a piece {heldLength} long, and saw it off after.',
                      { heldLength: heldLength! },
                    ),
                  ]
                : []),
            ],
            ...(stops.length &&
              setup.model !== 'bench' && { stops: stopsAt(setup, length, method, shop, partial) }),
            feature: index,
            shouldersFirst,
            traits: traitsOf(method, feature),
            ...(feature.follows && { follows: feature.follows }),
          });
          return setups.map((eachSetup) => inFaceWords(eachSetup, turned));
        }),
      ),
    };
  };
  return (method: Method, index: number, beside: Beside): Work => {
    const { shouldersFirst, taken, edges } = beside;
    const key = `${method.id} ${index} ${shouldersFirst} ${taken} ${edges !== undefined}`;
    const work = known.get(key) ?? reckon(method, index, beside);
    known.set(key, work);
    return work;
  };
}

/** A feature as a method finds it: on wedges, in the part's cradle, or bare. */
function heldFor(
  method: Method,
  feature: Feature,
  { cradle, occurrences }: ForHalf,
): { feature: Feature; bed?: 'cradle' | 'wedge' | 'bare' } {
  const wedge = method.lean?.by === 'wedge' ? method.lean : undefined;
  if (!cradle) return { feature: wedge ? onWedges(feature, wedge.room ?? 0) : feature };
  if (feature.lean)
    return { feature: wedge ? onWedges(feature, wedge.room ?? 0) : feature, bed: 'wedge' };
  return wedge
    ? { feature: inCradle(feature, cradle, occurrences[0]!), bed: 'cradle' }
    : { feature, bed: 'bare' };
}

const cuts = (method: Method, feature: Feature): boolean =>
  method.form === feature.form &&
  method.applies(feature) &&
  (!feature.lean || method.lean !== undefined);

function route(
  features: readonly Feature[],
  shop: Shop,
  methods: Method[],
  done: ReturnType<typeof piecesOfWork>,
): Route {
  /**
   * Waste outside the blade: shoulders first, the line is crisp and the waste drops clear. Else
   * cheeks first.
   */
  const shouldersFirst =
    shop.schools.waste !== 'cheeks' && methods.every((m) => m.waste !== 'between');
  const ordered = shouldersFirst
    ? methods
    : [...methods].sort((a, b) => Number(b.stage === 'cheeks') - Number(a.stage === 'cheeks'));
  const taken = shouldersFirst ? 0 : Math.max(0, ...methods.map((m) => m.kerf?.(shop) ?? 0));
  const edges = methods.find((m) => m.stage === 'edges');
  const work = features.flatMap((feature, index) =>
    ordered
      .filter(
        (m) => cuts(m, feature) && !(edges && onlyEdges(feature) && BY_SIDE.includes(m.stage)),
      )
      .map((method) => done(method, index, { shouldersFirst, taken, edges })),
  );
  const refusals = work.flatMap((w) => w.refusals);
  return {
    id: methods.map((m) => m.id).join('+'),
    title: methods.map((m) => `${m.stage === 'edges' ? 'edges ' : ''}${m.by}`).join('; '),
    methods: methods.map((m) => m.id),
    shouldersFirst,
    traits: [...new Set(methods.flatMap((m) => m.traits ?? []))],
    refusals: unlike(refusals),
    setups: madeOnce(() =>
      refusals.every((r) => r.hazard) ? work.flatMap((w) => w.setups()) : [],
    ),
  };
}

/** Made when it is first asked for, and the very same after that. */
function madeOnce<Made extends object>(make: () => Made): () => Made {
  let made: Made | undefined;
  return () => (made ??= make());
}

/** A set-up in the words of its piece's faces, of the true ones where it lies a quarter turned. */
function inFaceWords(setup: Setup, turned: boolean): Setup {
  const told = (sentence: Sentence) => tellingFaces(sentence, turned);
  return {
    ...setup,
    figures: setup.figures.map((f) => ({
      ...f,
      name: withFaces(f.name, turned),
      working: told(f.working),
    })),
    passes: setup.passes.map((p) => ({ ...p, words: told(p.words) })),
    checks: setup.checks.map(told),
    ...(setup.of && { of: withFaces(setup.of, turned) }),
    ...(setup.angles && {
      angles: setup.angles.map((a) => ({ ...a, between: withFaces(a.between, turned) })),
    }),
  };
}

/**
 * That a shoulder is too shallow for this shop to set a cutter to it: rounded down, it would not
 * stand out at all.
 */
function tooShallow(feature: Feature, shop: Shop, made: () => readonly Setup[]): Refusal[] {
  if (feature.form !== 'tenon') return [];
  const depths = shouldersOf(feature).map(({ depth, from }) => depth - from);
  if (!depths.some((depth) => depth < shop.secondCutShort + 2 * coarsestOf(shop))) return [];
  const setups = made().filter(({ model }) => model !== 'bench');
  const fine = setups.length
    ? under(
        Math.min(...depths),
        shop.graduation,
        'faceShoulder',
        'shoulder',
        'The shoulder is {value} deep, less than {bound}, the finest this shop measures. Make it deeper or leave it away, or cut it by hand.',
      )
    : [];
  return fine.length
    ? fine
    : setups.flatMap(({ figures }) =>
        figures.flatMap(({ to, set, value, step }) =>
          OUT_OF_TABLE.has(to) && set.value < SAME
            ? under(
                value,
                step,
                'faceShoulder',
                'shoulder',
                'For this shoulder the cutter would stand out {value}; the finest that can be set here is {bound}. Make the shoulder deeper or leave it away, or cut it by hand.',
              )
            : [],
        ),
      );
}

/** What stands out of a table or base by as much as it cuts. */
const OUT_OF_TABLE: ReadonlySet<string> = new Set(['highest-tooth', 'cutter-top', 'cutter-tip']);
/** The coarsest step that this shop sets anything by, mm. */
function coarsestOf({ graduation, tools }: Shop): Mm {
  const known =
    COARSEST.get(tools) ??
    Math.max(
      0,
      ...tools.flatMap((t) =>
        Object.values(t).flatMap((v: unknown) => (isScale(v) ? [v.graduation] : [])),
      ),
    );
  COARSEST.set(tools, known);
  return Math.max(graduation, known);
}

/** Looked for once in each chest: it may hold thousands of tools. */
const COARSEST = new WeakMap<Shop['tools'], Mm>();

const isScale = (value: unknown): value is Scale =>
  typeof value === 'object' && value !== null && 'graduation' in value;

/** What its way of cutting and its feature are like. */
const traitsOf = ({ traits = [] }: Method, feature: Feature): Trait[] => [
  ...traits,
  ...(feature.form === 'mortise' && feature.pocket ? (['pocket'] as const) : []),
  ...(feature.form === 'round-tenon' ? (['round'] as const) : []),
];

/** The stops of one set-up, and what each is kept by once it was read. */
const stopsAt = (
  setup: Setup,
  length: Mm,
  { id }: Method,
  shop: Shop,
  { occurrences }: ForHalf,
): Stop[] =>
  stopsOf(setup, length, shop).map(({ hazard, message }) => ({
    hazard: hazard!,
    text: message,
    joint: occurrences[0]!.joint,
    key: `${id}/${hazard}`,
  }));

/**
 * Those of a method's set-ups that a machine makes, told how their piece lies where it lies askew.
 */
const machined = (
  method: Method,
  feature: Feature,
  shop: Shop,
  context: Context,
  setups: readonly Setup[],
): Setup[] =>
  setups.flatMap((setup) => {
    if (setup.model === 'bench') return [];
    if (setup.tilt || !method.lean) return [setup];
    const how =
      method.lean.by === 'wedge'
        ? [...cornerWords(feature, setup), ...wedgeWords(feature, setup, shop)]
        : [];
    return [
      {
        ...askew(feature, method.lean.by, shop, context),
        ...setup,
        checks: [...how, ...setup.checks],
      },
    ];
  });

const benched = (
  feature: Feature,
  shop: Shop,
  context: Context,
  setups: readonly Setup[],
): Setup[] =>
  setups.flatMap((setup) => {
    if (setup.model !== 'bench') return [];
    return [{ ...askew(feature, 'bevel', shop, context), ...setup }];
  });

/** The mortise is no gauge for a tenon that is cut before it. */
function fittedLast(feature: Feature, { schools }: Shop): Feature {
  if (feature.form !== 'tenon' || schools.half === 'mortise') return feature;
  const { mate: _, ...alone } = feature;
  return alone;
}

/** What a set-up has besides where its piece lies askew. */
function askew(
  feature: Feature,
  by: TakesLean['by'],
  shop: Shop,
  { occurrences }: Context,
): Pick<Setup, 'lean' | 'leanSet' | 'angles'> {
  const { lean } = feature;
  if (!lean) return {};
  const angle = angleFigure(feature, by, shop, enteredAt(occurrences));
  return { lean, ...(angle && { leanSet: angle.set, angles: [angle] }) };
}

/** Two features of one form are often refused for the same reason: it is said once. */
const unlike = (refusals: readonly Refusal[]): Refusal[] => [
  ...new Map(refusals.map((r) => [JSON.stringify(r.message), r])).values(),
];
