import type { Mm } from '../../ground/index.ts';

/**
 * Change of size for 1 % change of moisture content, as a fraction of the size, along the growth
 * rings and across them. Between 6 and 14 % moisture.
 */
export interface Species {
  readonly id: string;
  readonly name: string;
  readonly tangential: number;
  readonly radial: number;
  /** At 12 % moisture, kg/m³: specific gravity of that moisture's volume × 1.12. */
  readonly density: number;
}

/**
 * Dimensional change coefficients and specific gravities: USDA Forest Products Laboratory, Wood
 * Handbook (FPL-GTR-282, 2021), values from memory.
 */
export const SPECIES: readonly Species[] = [
  {
    id: 'northern-red-oak',
    name: 'Northern red oak',
    tangential: 0.00369,
    radial: 0.00158,
    density: 706,
  },
  { id: 'white-oak', name: 'White oak', tangential: 0.00365, radial: 0.0018, density: 762 },
  { id: 'sugar-maple', name: 'Sugar maple', tangential: 0.00353, radial: 0.00165, density: 706 },
  { id: 'black-cherry', name: 'Black cherry', tangential: 0.00248, radial: 0.00126, density: 560 },
  { id: 'black-walnut', name: 'Black walnut', tangential: 0.00274, radial: 0.0019, density: 616 },
  { id: 'white-ash', name: 'White ash', tangential: 0.00274, radial: 0.00169, density: 672 },
  {
    id: 'american-beech',
    name: 'American beech',
    tangential: 0.00431,
    radial: 0.0019,
    density: 717,
  },
  {
    id: 'yellow-poplar',
    name: 'Yellow-poplar',
    tangential: 0.00289,
    radial: 0.00158,
    density: 470,
  },
  {
    id: 'douglas-fir',
    name: 'Coast Douglas-fir',
    tangential: 0.00267,
    radial: 0.00165,
    density: 538,
  },
  {
    id: 'white-pine',
    name: 'Eastern white pine',
    tangential: 0.00212,
    radial: 0.00071,
    density: 392,
  },
];

/**
 * How the growth rings lie on the end of a piece: along its width (flat sawn), along its thickness
 * (quarter sawn), or between the two.
 *
 * flat: ======   quarter: ||||||   diagonal: //////
 */
export type Rings = 'flat' | 'quarter' | 'diagonal';

/**
 * Coefficients of a piece in its thickness and its width. A diagonal ring moves it by the mean of
 * the two.
 */
export function coefficientsOf(
  { tangential, radial }: Species,
  rings: Rings,
): { thickness: number; width: number } {
  if (rings === 'flat') return { thickness: radial, width: tangential };
  if (rings === 'quarter') return { thickness: tangential, width: radial };
  const mean = (tangential + radial) / 2;
  return { thickness: mean, width: mean };
}

/**
 * Movement of a size: size x coefficient x change of moisture content.
 * @param change of moisture content in percent; the coefficients hold between 6 and 14 %
 * @returns mm, negative when the wood shrinks
 */
export const movementOf = (size: Mm, coefficient: number, change: number): Mm =>
  size * coefficient * change;
