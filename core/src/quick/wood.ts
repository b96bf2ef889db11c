import { coefficientsOf, moistureIn, movementOf, SPECIES, type Rings } from '../shop/index.ts';
import { INCH, parseLength, say } from '../ground/index.ts';
import { answered, clash, num, type Ask, type QuickFigure } from './question.ts';
import { across, circle, down, line, rect } from './sketch.ts';

/** Sums of lengths in fractions, decimals and both units. */
export const fractions: QuickFigure = {
  id: 'fractions',
  title: 'Fractions',
  question: 'What do these lengths make together?',
  asks: (shop) => [
    {
      id: 'sum',
      label: 'Sum',
      type: 'sum',
      initial: shop.style.system === 'mm' ? '45 - 22,5 + 3 mm' : '3/4 - 5/16 + 1 1/2',
    },
  ],
  answer(given, shop) {
    const parsed = parseLength(String(given['sum']), shop.style);
    if (!parsed.ok) return clash('sum', say(parsed.message));
    const { value } = parsed;
    const size = Math.max(Math.abs(value), 1);
    return answered({
      found: [
        { name: 'Together', value, unit: 'length' },
        { name: 'Half of it', value: value / 2, unit: 'length' },
        { name: 'A third of it', value: value / 3, unit: 'length' },
      ],
      working: [
        say(`${(value / INCH).toFixed(4)} in, ${value.toFixed(3)} mm`),
        say('a subtraction has spaces round its sign; 1-3/8 is one and three eighths'),
      ],
      sketch: {
        shapes: [
          rect('wood', [0, 0], [size, size * 0.14]),
          line('line', [size / 2, 0], [size / 2, size * 0.14]),
          ...[1, 2].map((n) => line('hidden', [(size * n) / 3, 0], [(size * n) / 3, size * 0.14])),
        ],
        marks: [across(0, size, size * 0.14, size * 0.1, value)],
      },
      uses: [
        { dimension: 'tenonLength', name: 'tenon length', value },
        { dimension: 'tenonWidth', name: 'tenon width', value },
      ],
    });
  },
};

const air = (id: string, label: string, temperature: number, humidity: number): Ask[] => [
  {
    id: `t${id}`,
    label: `${label}: degrees C`,
    type: 'number',
    initial: temperature,
    least: -20,
    most: 60,
  },
  {
    id: `h${id}`,
    label: `${label}: humidity, %`,
    type: 'number',
    initial: humidity,
    least: 0,
    most: 100,
  },
];

/** How wide a board is in another season. */
export const movement: QuickFigure = {
  id: 'movement',
  title: 'Movement',
  question: 'How much does this board move between two seasons?',
  asks: (shop) => [
    {
      id: 'W',
      label: 'Size across the grain',
      type: 'length',
      initial: shop.style.system === 'mm' ? 300 : 12 * INCH,
    },
    {
      id: 'wood',
      label: 'Wood',
      type: 'choice',
      initial: 'white-oak',
      options: Object.fromEntries(SPECIES.map((s) => [s.id, s.name])),
    },
    {
      id: 'rings',
      label: 'Rings',
      type: 'choice',
      initial: 'flat',
      options: { flat: 'flat sawn', quarter: 'quarter sawn', diagonal: 'between' },
    },
    ...air('1', 'Now', 20, 45),
    ...air('2', 'Then', 20, 65),
  ],
  answer(given) {
    const W = num(given, 'W');
    const species = SPECIES.find((s) => s.id === given['wood'])!;
    const coefficient = coefficientsOf(species, given['rings'] as Rings).width;
    const at = (n: 1 | 2) =>
      moistureIn({ temperature: num(given, `t${n}`), humidity: num(given, `h${n}`) });
    const [now, then] = [at(1), at(2)];
    const moved = movementOf(W, coefficient, then - now);
    const outside = [now, then].some((m) => m < 6 || m > 14);
    return answered({
      found: [
        { name: moved < 0 ? 'Shrinks by' : 'Swells by', value: Math.abs(moved), unit: 'length' },
        { name: 'Then it measures', value: W + moved, unit: 'length' },
        { name: 'Moisture now', value: now, unit: '%' },
        { name: 'Moisture then', value: then, unit: '%' },
      ],
      working: [
        say(`size {W} × ${coefficient.toFixed(5)} × (${then.toFixed(1)} − ${now.toFixed(1)})`, {
          W,
        }),
        ...(outside
          ? [say('the coefficients hold between 6 and 14 % moisture: take this as a rough figure')]
          : []),
      ],
      sketch: {
        shapes: [
          rect('wood', [0, 0], [W, W * 0.12]),
          rect('hidden', [0, 0], [W + moved * 6, W * 0.12]),
          line('line', [W, -W * 0.04], [W, W * 0.16]),
        ],
        marks: [
          across(0, W, W * 0.12, W * 0.08),
          across(W, W + moved * 6, 0, -W * 0.07, Math.abs(moved)),
        ],
      },
      uses: [{ dimension: 'endClearance', name: 'end clearance', value: Math.abs(moved) }],
    });
  },
};

/** The offset holes of a drawbored joint (common practice). */
export const drawbore: QuickFigure = {
  id: 'drawbore',
  title: 'Drawbore',
  question: 'Where do the holes of a drawbored joint go?',
  asks: (shop) => {
    const own = (metric: number, inches: number) =>
      shop.style.system === 'mm' ? metric : inches * INCH;
    return [
      { id: 'peg', label: 'Peg', type: 'length', initial: own(8, 5 / 16) },
      { id: 'off', label: 'Offset', type: 'length', initial: own(1.5, 1 / 16) },
      { id: 'L', label: 'Tenon length', type: 'length', initial: own(38, 1.5) },
    ];
  },
  answer(given) {
    const [peg, off, L] = [num(given, 'peg'), num(given, 'off'), num(given, 'L')];
    if (off >= peg / 2)
      return clash(
        'off',
        say('An offset of {off} leaves the peg no way through: less than half of {peg}.', {
          off,
          peg,
        }),
      );
    const cheek = 1.5 * peg;
    const tenon = cheek - off;
    const beyond = L - tenon - peg / 2;
    if (beyond < peg / 2)
      return clash(
        'L',
        say('The tenon, {L}, ends too near the hole: {least} at least.', { L, least: tenon + peg }),
      );
    const h = 3 * peg;
    return answered({
      found: [
        { name: 'Hole in the tenon, from the shoulder', value: tenon, unit: 'length' },
        { name: 'Hole in the cheeks, from the shoulder', value: cheek, unit: 'length' },
        { name: 'Tenon left beyond its hole', value: beyond, unit: 'length' },
      ],
      working: [
        say('cheeks: one and a half pegs of {peg} from the shoulder', { peg }),
        say('tenon: the same, {off} nearer the shoulder, so that the peg draws it home', { off }),
        ...(off > 2 || off < 1
          ? [say('{least} to {most} is usual; less in hard or brittle wood', { least: 1, most: 2 })]
          : []),
        ...(beyond < 1.5 * peg
          ? [say('little wood is left beyond the hole: a longer tenon, or a thinner peg')]
          : []),
      ],
      sketch: {
        shapes: [
          rect('wood', [-h, 0], [0, h]),
          rect('tenon', [0, h * 0.15], [L, h * 0.85]),
          circle('line', [tenon, h / 2], peg),
          circle('hidden', [cheek, h / 2], peg),
        ],
        marks: [
          across(0, tenon, h * 0.15, -h * 0.2),
          across(0, cheek, h * 0.85, h * 0.3),
          down(h / 2 - peg / 2, h / 2 + peg / 2, L, h * 0.2, peg),
        ],
      },
      uses: [{ dimension: 'tenonLength', name: 'tenon length', value: L }],
    });
  },
};
