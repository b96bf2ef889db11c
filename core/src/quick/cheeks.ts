import type { TenonFeature } from '../design/index.ts';
import { flippedSettings, onTableSaw, steppedSettings } from '../making/index.ts';
import { availableIn, nearestWidth, toolsOf, type Shop } from '../shop/index.ts';
import { INCH, say, turnsFor, turnsInWords, type Mm } from '../ground/index.ts';
import { answered, clash, num, type Ask, type QuickFigure } from './question.ts';
import { across, down, rect } from './sketch.ts';

const stock = (shop: Shop): Mm => (shop.style.system === 'mm' ? 22 : 0.75 * INCH);
const third = (shop: Shop): Mm =>
  nearestWidth(stock(shop) / 3, availableIn(shop)) ?? stock(shop) / 3;
const kerfOf = (shop: Shop): Mm => toolsOf(shop, 'saw-blade')[0]?.kerf ?? 3.2;
const length = (id: string, label: string, initial: Mm, zero = false): Ask => ({
  id,
  label,
  type: 'length',
  initial,
  ...(zero && { zero }),
});

/** A tenon on the end of a piece, seen on its edge: T high, t and a as asked. */
const endView = (T: Mm, t: Mm, a: Mm, L: Mm) => ({
  shapes: [
    rect('wood', [0, 0], [T * 2, T]),
    rect('tenon', [T * 2, a], [T * 2 + L, a + t]),
    rect('waste', [T * 2, 0], [T * 2 + L, a]),
    rect('waste', [T * 2, a + t], [T * 2 + L, T]),
  ],
  marks: [
    down(0, T, 0, -T * 0.35),
    down(a, a + t, T * 2 + L, T * 0.35),
    down(0, a, T * 2 + L, T * 1.1),
  ],
});

const askTenon = (shop: Shop): Ask[] => [
  length('T', 'Stock thickness', stock(shop)),
  length('t', 'Tenon thickness', third(shop)),
  length('off', 'Reference face to tenon', (stock(shop) - third(shop)) / 2, true),
];

/** A piece on end against the jig's face, the blade at the far cheek. */
const onEnd = (T: Mm, t: Mm, a: Mm, k: Mm) => [
  rect('steel', [-T * 0.5, 0], [0, T * 2.6]),
  rect('wood', [0, 0], [T, T * 2]),
  rect('tenon', [a, T * 2], [a + t, T * 2.6]),
  rect('steel', [a + t, T * 1.4], [a + t + k, T * 3]),
];

/** A tenon that doesn't go into its stock, in the words of the field that is wrong. */
const tooThick = (T: Mm, t: Mm, a: Mm) =>
  a + t > T + 1e-9
    ? clash(
        't',
        say('Shoulder and tenon make {sum}; the stock is {T}: {over} too much.', {
          sum: a + t,
          T,
          over: a + t - T,
        }),
      )
    : undefined;

const feature = (T: Mm, t: Mm, a: Mm): TenonFeature => ({
  form: 'tenon',
  stock: { length: 600, thickness: T, width: 70 },
  faceShoulder: a,
  thickness: t,
  edgeShoulder: 0,
  width: 70,
  length: T,
});

/** A third of the stock, taken to a cutter the shop has (common practice). */
export const thirds: QuickFigure = {
  id: 'thirds',
  title: 'Thirds',
  question: 'How thick a tenon for this stock?',
  asks: (shop) => [length('T', 'Stock thickness', stock(shop))],
  answer(given, shop) {
    const T = num(given, 'T');
    const available = availableIn(shop);
    const m = nearestWidth(T / 3, available) ?? T / 3;
    const t = m - available.targetClearance;
    if (m >= T)
      return clash('T', say('The smallest cutter, {m}, is as wide as the stock, {T}.', { m, T }));
    const a = (T - t) / 2;
    return answered({
      found: [
        { name: 'Mortise', value: m, unit: 'length' },
        { name: 'Tenon', value: t, unit: 'length' },
        { name: 'Shoulder each side', value: a, unit: 'length' },
      ],
      working: [
        say('a third of {T} is {third}; of the cutters here {m} is nearest', {
          T,
          third: T / 3,
          m,
        }),
        say('tenon = mortise {m} − clearance {c}', { m, c: available.targetClearance }),
        say('shoulders = (stock {T} − tenon {t}) / 2', { T, t }),
      ],
      sketch: endView(T, t, a, T),
      uses: [{ dimension: 'mortiseWidth', name: 'mortise width', value: m }],
    });
  },
};

/** Shoulders of a tenon cut lying flat: the blade stands as high as the shoulder is deep. */
export const bladeHeight: QuickFigure = {
  id: 'blade-height',
  title: 'Blade height',
  question: 'How high is the blade for these shoulders?',
  asks: askTenon,
  answer(given) {
    const [T, t, a] = [num(given, 'T'), num(given, 't'), num(given, 'off')];
    const wrong = tooThick(T, t, a);
    if (wrong) return wrong;
    const other = T - a - t;
    const centred = Math.abs(other - a) < 1e-6;
    return answered({
      found: [
        { name: 'Reference face down', value: a, unit: 'length' },
        { name: 'Other face down', value: other, unit: 'length' },
      ],
      working: [
        say('reference face down: its own shoulder, {a}', { a }),
        say('other face down: stock {T} − {a} − tenon {t}', { T, a, t }),
        ...(centred
          ? [say('centred: one height serves both faces, and its error counts twice')]
          : []),
      ],
      sketch: endView(T, t, a, T),
      uses: [
        { dimension: 'faceShoulder', name: 'face shoulder', value: a },
        { dimension: 'tenonThickness', name: 'tenon thickness', value: t },
      ],
    });
  },
};

/** Cheeks on end, turned over between the cuts. */
export const uprightFence: QuickFigure = {
  id: 'upright-fence',
  title: 'Upright fence',
  question: 'Where does the jig stand to cut both cheeks, turned over?',
  asks: askTenon,
  answer(given, shop) {
    const [T, t, a] = [num(given, 'T'), num(given, 't'), num(given, 'off')];
    const wrong = tooThick(T, t, a);
    if (wrong) return wrong;
    const settings = flippedSettings(feature(T, t, a), onTableSaw(shop).jigToNearSide);
    const k = kerfOf(shop);
    return answered({
      found: settings.map(({ figure, against }) => ({
        name: `Jig to near side, ${against.length > 1 ? 'both faces' : against[0] === 'reference-face' ? 'reference face in' : 'other face in'}`,
        value: figure.value,
        unit: 'length',
      })),
      working: settings.map(({ figure }) => figure.working),
      sketch: {
        shapes: onEnd(T, t, a, k),
        marks: [across(0, a + t, T * 2.6, T * 0.7), across(0, T, 0, -T * 0.35)],
      },
      uses: [
        { dimension: 'tenonThickness', name: 'tenon thickness', value: t },
        { dimension: 'faceShoulder', name: 'face shoulder', value: a },
      ],
    });
  },
};

/** Both cheeks from one face: the jig moves by the tenon and the kerf. */
export const steppedCut: QuickFigure = {
  id: 'stepped-cut',
  title: 'Stepped cut',
  question: 'How far does the jig move between two cheeks cut from one face?',
  asks: (shop) => [
    length('t', 'Tenon thickness', third(shop)),
    length('off', 'Reference face to tenon', (stock(shop) - third(shop)) / 2, true),
    length('k', 'Kerf', kerfOf(shop)),
    length('lead', 'Screw, travel of one turn', toolsOf(shop, 'upright-jig')[0]?.screw?.lead ?? 4),
    {
      id: 'ring',
      label: 'Divisions of its ring',
      type: 'number',
      initial: toolsOf(shop, 'upright-jig')[0]?.screw?.divisions ?? 0,
      least: 0,
      most: 1000,
    },
  ],
  answer(given) {
    const [t, a, k] = [num(given, 't'), num(given, 'off'), num(given, 'k')];
    const { first, second, step } = steppedSettings(t, a, k);
    const turns = turnsFor(step, { lead: num(given, 'lead'), divisions: num(given, 'ring') });
    const T = 2 * a + t;
    return answered({
      found: [
        { name: 'Step', value: step, unit: 'length', words: say(turnsInWords(turns)) },
        { name: 'First cut, far cheek: jig to near side', value: first, unit: 'length' },
        ...(second === undefined
          ? []
          : [{ name: 'Second cut: jig to near side', value: second, unit: 'length' as const }]),
      ],
      working: [
        say('step = tenon {t} + kerf {k}', { t, k }),
        say('first = shoulder {a} + tenon {t}', { a, t }),
        ...(second === undefined
          ? [say('no near shoulder, so no second cut')]
          : [say('second = shoulder {a} − kerf {k}', { a, k })]),
        ...(second !== undefined && second < 0
          ? [
              say(
                'the blade reaches {in} into the face of the jig: only with a sacrificial face on it',
                {
                  in: -second,
                },
              ),
            ]
          : []),
        ...(Math.abs(turns.error) > 5e-4
          ? [say('the turns leave {left}', { left: Math.abs(turns.error) })]
          : []),
      ],
      sketch: {
        shapes: [
          ...onEnd(T, t, a, k),
          ...(a > 0 ? [rect('hidden', [a - k, T * 1.4], [a, T * 3])] : []),
        ],
        marks: [across(a - k, a + t, T * 3, T * 0.4, step), across(0, a + t, 0, -T * 0.35)],
      },
      uses: [{ dimension: 'tenonThickness', name: 'tenon thickness', value: t }],
    });
  },
};
