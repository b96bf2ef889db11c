import { type Mm, roundTo, say } from '../../../ground/index.ts';
import type { Available } from '../../../shop/index.ts';
import type { Advice, Members } from '../kind.ts';
import type { Holes, Pegged, PegParams } from './params.ts';

/** How much shorter than its piece a brad is, mm (common practice: 1/8 to 1/4 in). */
const BRAD_LEFT: readonly [least: Mm, most: Mm] = [3, 6.5];

const told = (
  id: string,
  level: Advice['level'],
  dimension: string,
  title: Advice['title'],
  reason: Advice['reason'],
  propose?: Mm,
): Advice => ({ id, dimension, level, title, reason, ...(propose !== undefined && { propose }) });

export function pegAdvice(
  params: PegParams,
  holes: Holes | undefined,
  tenon: Pegged,
  { mortised }: Members,
  available: Available,
): Advice[] {
  if (params.pegs === 'pinned')
    return bradAdvice(params.bradLength ?? 0, mortised.thickness, available);
  if (!holes) return [];
  const { diameter, inset, offset, across } = holes;
  const beyond = tenon.length - inset - diameter / 2 + offset;
  return [
    told(
      'peg',
      'reason',
      'pegDiameter',
      say(across.length > 1 ? 'Two pegs {diameter}' : 'A peg {diameter}', { diameter }),
      offset
        ? say(
            'The hole through the tenon lies {offset} nearer the shoulder: driving the peg pulls the joint shut, and no clamp is needed.',
            { offset },
          )
        : say('Bored through the cheeks now, and on through the tenon once it is together.'),
    ),
    ...(inset < 1.5 * diameter - 1e-6
      ? [
          told(
            'peg-near',
            'warning',
            'pegInset',
            say('A peg near the shoulder'),
            say(
              '{inset} from the shoulder; one and a half pegs, {least}, leaves wood enough before it.',
              { inset, least: 1.5 * diameter },
            ),
            roundTo(1.5 * diameter, available.step, 'up'),
          ),
        ]
      : []),
    ...(beyond < diameter
      ? [
          told(
            'peg-end',
            'warning',
            'pegInset',
            say('Short grain beyond the peg'),
            say(
              'Only {beyond} of the tenon is left beyond its hole; under a peg’s {diameter} it may shear out. Bring it nearer the shoulder, or make the tenon longer.',
              { beyond, diameter },
            ),
          ),
        ]
      : []),
    ...(params.pegs === 'drawbored' && (offset < 1 - 1e-6 || offset > 2 + 1e-6)
      ? [
          told(
            'drawbore',
            'warning',
            'pegOffset',
            say('Drawbore offset'),
            say('{offset}: 1 to 2 mm is usual, less in hard or brittle wood.', { offset }),
            1.5,
          ),
        ]
      : []),
    ...(across.length > 1 && tenon.width > 100 ? [movementAdvice(tenon.width)] : []),
  ];
}

function bradAdvice(bradLength: Mm, thickness: Mm, available: Available): Advice[] {
  const left = thickness - bradLength;
  const propose = roundTo(thickness - 5, available.step, 'nearest');
  const [least, most] = BRAD_LEFT;
  return left < least - 1e-6 || left > most + 1e-6
    ? [
        told(
          'brads',
          'warning',
          'bradLength',
          say('Length of the brads'),
          say(
            'They end {left} before the far face; {least} to {most} is usual, so that none shows and each still holds.',
            { left, least, most },
          ),
          propose,
        ),
      ]
    : [];
}

const movementAdvice = (width: Mm): Advice =>
  told(
    'peg-movement',
    'warning',
    'pegSpacing',
    say('Pegs far apart'),
    say(
      'Two pegs in a tenon {width} wide hold it still while it moves with the seasons: elongate the outer hole, or set them closer.',
      { width },
    ),
  );
