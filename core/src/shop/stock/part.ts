import type { Mm } from '../../ground/index.ts';
import type { Rings } from './species.ts';

/** A size with what the calliper found. Nothing measured yet: the nominal size stands in. */
export interface Size {
  readonly nominal: Mm;
  readonly measured: readonly Mm[];
}

/**
 * A bed with square, flat outsides for a piece that has little reference face of its own: turned, tapered or curved.
 * Machines are set to its outside. All as measured, mm.
 *
 *       ______ thickness ______
 *      |   |¯¯¯¯¯¯¯¯¯¯¯¯¯|     |
 *      |   |    piece    |     | width
 *      |___|_____________|     |
 *      |_under___________beside|
 */
export interface Cradle {
  /** Outside, through the thickness and across the width of the piece that lies in it. */
  readonly thickness: Mm;
  readonly width: Mm;
  /** Its wood under the reference face and beside the reference edge. */
  readonly under: Mm;
  readonly beside: Mm;
}

/** A part of the job: `quantity` pieces meant to be alike. */
export interface Part {
  readonly id: string;
  readonly name: string;
  readonly quantity: number;
  /** Final length in mm. */
  readonly length: Mm;
  /** Length it is sawn to until the joinery is done; 0 while nobody has said. */
  readonly roughLength: Mm;
  readonly thickness: Size;
  readonly width: Size;
  /**
   * Where the reference face and edge look in the finished work, in the maker's words: front, top.
   * May be empty.
   */
  readonly referenceFace: string;
  readonly referenceEdge: string;
  /**
   * Letter of the set the part belongs to; written in a triangle over the laid-out set. May be
   * empty.
   */
  readonly set: string;
  /** All alike, or half of them mirror images of the others. */
  readonly hands: 'alike' | 'pairs';
  /** Id of a species, or empty while unknown. */
  readonly species: string;
  readonly rings: Rings;
  /** Pieces that differ in thickness are cut apart, each batch with figures of its own. */
  readonly apart: boolean;
  /**
   * Pieces more than the job needs, for test cuts and rescue; as many as are proposed where nobody
   * has said.
   */
  readonly spare?: number;
  /** Pieces that are sawn out of their boards already. */
  readonly sawn?: number;
  /** Its pieces come out of one board, one after the other, so that the grain runs on. */
  readonly inOrder?: boolean;
  /** Its halves of joints are cut first: what meets it is fitted to them. */
  readonly leads?: boolean;
  /** What it lies in on machines, where it has little reference face of its own. */
  readonly cradle?: Cradle;
}

export interface Spread {
  readonly least: Mm;
  readonly median: Mm;
  readonly most: Mm;
}

/** Least, median and most of a size as measured; all three nominal while nothing is measured. */
export function spreadOf({ nominal, measured }: Size): Spread {
  if (measured.length === 0) return { least: nominal, median: nominal, most: nominal };
  const sorted = [...measured].sort((a, b) => a - b);
  return { least: sorted[0]!, median: medianOf(sorted), most: sorted.at(-1)! };
}

function medianOf(sorted: readonly Mm[]): Mm {
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}

/** What a part holds beside its sizes until somebody says otherwise. */
export const PLAIN_PART = {
  roughLength: 0,
  referenceFace: '',
  referenceEdge: '',
  set: '',
  hands: 'alike',
  species: '',
  rings: 'diagonal',
  apart: false,
} as const satisfies Partial<Part>;
