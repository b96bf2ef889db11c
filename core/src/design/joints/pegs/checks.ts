import type { Mm } from '../../../ground/index.ts';
import type { Piece } from '../../../shop/index.ts';
import type { Feature, MemberName } from '../kind.ts';
import { type Check, positive } from '../shape/index.ts';
import type { Holes, Pegged } from './params.ts';

export const bradChecks = (bradLength: Mm, S: Mm): Check[] => [
  positive('mortised', 'bradLength', 'length of the brads', bradLength),
  {
    wrong: bradLength >= S,
    member: 'mortised',
    path: 'bradLength',
    dimension: 'length of the brads',
    value: bradLength,
    bound: S,
    text: 'a brad {value} long comes out of a piece {bound} thick.',
  },
];

const check = (
  wrong: boolean,
  member: MemberName,
  path: string,
  dimension: string,
  value: Mm,
  bound: Mm,
  text: string,
): Check => ({ wrong, member, path, dimension, value, bound, text });

export function pegChecks(
  { diameter, inset, offset, across }: Holes,
  { edgeShoulder: b, width: w, length: L }: Pegged,
  room: Mm,
): Check[] {
  const r = diameter / 2;
  const [first, last] = [across[0]!, across.at(-1)!];
  return [
    positive('mortised', 'pegDiameter', 'peg', diameter),
    check(
      inset - r < 1 - 1e-6,
      'mortised',
      'pegInset',
      'peg from the shoulder',
      inset,
      r + 1,
      'the peg’s centre is {value} from the shoulder; its hole needs {bound} at least.',
    ),
    ...offsetChecks(inset, offset, r),
    check(
      inset + r > L - 1 + 1e-6,
      'tenoned',
      'pegInset',
      'peg from the shoulder',
      inset + r,
      L - 1,
      'the peg’s hole reaches {value} from the shoulder; the tenon is long enough for {bound}.',
    ),
    check(
      inset + r > room - 1 + 1e-6,
      'mortised',
      'pegInset',
      'peg from the shoulder',
      inset + r,
      room - 1,
      'the peg’s hole reaches {value} from the shoulder; the piece is wide enough for {bound}.',
    ),
    check(
      first - r < b + 1 - 1e-6 || last + r > b + w - 1 + 1e-6,
      'tenoned',
      'pegSpacing',
      'pegs across the tenon',
      last - first + diameter,
      w - 2,
      'the pegs take {value} across the tenon; it has room for {bound}.',
    ),
    check(
      across.length > 1 && last - first < diameter + 2,
      'tenoned',
      'pegSpacing',
      'between two pegs',
      last - first,
      diameter + 2,
      'the pegs stand {value} apart; their holes need {bound}, or be one.',
    ),
  ];
}

/** How far a peg goes into the far cheek at the least, so that it bears on both, mm. */
const BEARS: Mm = 3;

/** Of holes that stop short of the far face: the peg still bears in the cheek behind the tenon. */
export function stopChecks(
  stop: Mm,
  mortised: readonly Feature[],
  { thickness }: Pick<Piece, 'thickness'>,
): Check[] {
  const walls = mortised.flatMap((feature) =>
    feature.form === 'mortise' || feature.form === 'slot' ? [feature.wall + feature.width] : [],
  );
  const behind = walls.length ? thickness - Math.max(...walls) - BEARS : 0;
  return [
    check(
      stop < -1e-6,
      'mortised',
      'pegStop',
      'wood left on the far face',
      stop,
      0,
      'the wood left on the far face is {value}; it can be {bound} but not less.',
    ),
    check(
      stop > Math.max(0, behind) + 1e-6,
      'mortised',
      'pegStop',
      'wood left on the far face',
      stop,
      Math.max(0, behind),
      'with {value} left on the far face the peg hardly bears; {bound} is the most here.',
    ),
  ];
}

/** Of the hole through the tenon, nearer the shoulder than those through the cheeks. */
const offsetChecks = (inset: Mm, offset: Mm, r: Mm): Check[] => [
  check(
    inset - offset - r < 1 - 1e-6,
    'tenoned',
    'pegOffset',
    'drawbore offset',
    offset,
    inset - r - 1,
    'an offset of {value} brings the hole through the tenon out at the shoulder; {bound} is the most here.',
  ),
  check(
    offset > r + 1e-6,
    'tenoned',
    'pegOffset',
    'drawbore offset',
    offset,
    r,
    'an offset of {value} is more than half the peg, {bound}: it can’t be driven.',
  ),
  check(
    offset < -1e-6,
    'tenoned',
    'pegOffset',
    'drawbore offset',
    offset,
    0,
    'an offset of {value} would push the shoulder open; it must be {bound} at least.',
  ),
];
