import { INCH, say } from '../ground/index.ts';
import { answered, clash, num, type QuickFigure } from './question.ts';
import { across, down, rect } from './sketch.ts';

/**
 * How far a crosscut fence is out of square, by five cuts round one board: the last strip shows the
 * error four times.
 */
export const fiveCuts: QuickFigure = {
  id: 'five-cuts',
  title: 'Squareness',
  question: 'How far is the crosscut fence out of square?',
  asks: (shop) => {
    const own = (metric: number, inches: number) =>
      shop.style.system === 'mm' ? metric : inches * INCH;
    return [
      { id: 'A', label: 'Strip, end cut first', type: 'length', initial: own(25.4, 1) },
      { id: 'B', label: 'Strip, end cut last', type: 'length', initial: own(25, 1 - 1 / 64) },
      { id: 'L', label: 'Strip, length', type: 'length', initial: own(400, 16) },
      { id: 'F', label: 'Fence, pivot to end', type: 'length', initial: own(600, 24) },
    ];
  },
  answer(given) {
    const [first, last, length, fence] = [
      num(given, 'A'),
      num(given, 'B'),
      num(given, 'L'),
      num(given, 'F'),
    ];
    const [wide, apart] = [Math.max(first, last), first - last];
    if (wide > length)
      return clash(
        'A',
        say('The strip, {wide} wide, is shorter than that: {length}. Measure its long side.', {
          wide,
          length,
        }),
      );
    const move = (apart / (4 * length)) * fence;
    return answered({
      found: [
        { name: 'Move the fence’s end by', value: Math.abs(move), unit: 'length' },
        { name: 'Out of square over the strip', value: Math.abs(apart) / 4, unit: 'length' },
      ],
      working: [
        say('four cuts turned the same way and a fifth: ({first} − {last}) / 4 over {length}', {
          first,
          last,
          length,
        }),
        say('at the fence’s end, {fence} from its pivot: {move}', { fence, move: Math.abs(move) }),
        say(
          `so that the end cut ${apart > 0 ? 'first gets narrower and the one cut last wider' : 'last gets narrower and the one cut first wider'}; then five cuts again`,
        ),
      ],
      sketch: {
        shapes: [
          {
            role: 'wood',
            points: [
              [0, 0],
              [length, 0],
              [length, last],
              [0, first],
            ],
          },
          rect('steel', [0, -length * 0.06], [length, -length * 0.02]),
        ],
        marks: [
          across(0, length, Math.max(first, last), length * 0.08),
          down(0, 0, first, -length * 0.06, first),
          down(length, 0, last, length * 0.06, last),
        ],
      },
      uses: [],
    });
  },
};
