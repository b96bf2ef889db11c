import { type Mm, roundTo, say } from '../../../ground/index.ts';
import type { Advice } from '../kind.ts';
import type { Wedged } from './params.ts';

const NUMBERS = [
  'No',
  'One',
  'Two',
  'Three',
  'Four',
  'Five',
  'Six',
  'Seven',
  'Eight',
  'Nine',
  'Ten',
  'Eleven',
  'Twelve',
];

export function wedgeAdvice(
  { kerf, stop, thickness, flare, deep }: Wedged,
  count: number,
  step: Mm,
): Advice[] {
  const slope = (Math.atan2(flare, deep) * 180) / Math.PI;
  return [
    {
      id: 'wedge',
      dimension: 'wedgeThickness',
      level: 'reason',
      title: say(`${NUMBERS[count]} wedges {thickness}`, {
        thickness,
      }),
      reason: say(
        'Each fills its cut, {kerf}, and opens the tenon by {flare}: as much as the mortise’s end is flared at the exit. In brittle wood a relief hole at the foot of each cut keeps it from running on: give its diameter, or 0 for none.',
        { kerf, flare },
      ),
    },
    ...(slope > 8
      ? [
          {
            id: 'flare',
            dimension: 'flareDepth',
            level: 'warning' as const,
            title: say('A steep flare'),
            reason: say(
              `The ends open by {flare} over {deep}, ${slope.toFixed(1)} degrees: past about 8 the tenon’s outer strips may break at their foot.`,
              { flare, deep },
            ),
            propose: roundTo(flare / Math.tan((8 * Math.PI) / 180), step, 'up'),
          },
        ]
      : []),
    ...(stop < 3 - 1e-6
      ? [
          {
            id: 'wedge-foot',
            dimension: 'wedgeStop',
            level: 'warning' as const,
            title: say('The cut comes near the shoulder'),
            reason: say(
              'It stops {stop} short; driven home, the wedge may split the rail past its shoulder.',
              { stop },
            ),
            propose: roundTo(6, step, 'nearest'),
          },
        ]
      : []),
  ];
}
