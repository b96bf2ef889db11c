/**
 * Prints a job file with one joint of every kind, each in wood of its own, in the shop of the
 * looms.
 */
import { readFileSync } from 'node:fs';
import { availableIn, PLAIN_PART, type Part } from '@velk/core/shop';
import { JOINT_KINDS, type Job, type Joint } from '@velk/core/design';
import type { JobFile } from '@velk/core/exchange';

const { shop } = JSON.parse(
  readFileSync(new URL('../../demo/looms.velk-job.json', import.meta.url), 'utf8'),
) as JobFile;
const available = availableIn(shop);

const [RAIL, STILE] = [
  { length: 600, thickness: 24, width: 70 },
  { length: 900, thickness: 36, width: 70 },
];
/** Laps and corner joints want both of one thickness. */
const isCorner = (kind: string): boolean =>
  /lap|slot|spline|rebated|stub|grooved|breadboard/.test(kind);

const part = (
  id: string,
  name: string,
  quantity: number,
  { length, thickness, width }: typeof RAIL,
): Part => ({
  ...PLAIN_PART,
  id,
  name,
  quantity,
  length,
  thickness: { nominal: thickness, measured: [] },
  width: { nominal: width, measured: [] },
});

const made = JOINT_KINDS.map((kind, i): { parts: Part[]; joint: Joint } => {
  const stile = isCorner(kind.id) ? { ...STILE, thickness: RAIL.thickness } : STILE;
  const parts = [
    part(`rail-${i}`, `${kind.title}, rail`, 2, RAIL),
    part(`stile-${i}`, `${kind.title}, stile`, 2, stile),
  ];
  const { params } = kind.propose({ tenoned: RAIL, mortised: stile }, available);
  return {
    parts,
    joint: {
      id: `joint-${i}`,
      name: kind.title,
      kind: kind.id,
      tenoned: { part: parts[0]!.id, ends: 'a' },
      mortised: { part: parts[1]!.id, ends: 'a', edge: 'reference', perPiece: 1 },
      params: params,
      routes: {},
    },
  };
});
const job: Job = {
  name: 'Every kind',
  notes: '',
  units: 'mm',
  schools: {},
  seasons: null,
  parts: made.flatMap(({ parts }) => parts),
  joints: made.map(({ joint }) => joint),
};
console.log(JSON.stringify({ format: 'velk-job', version: 2, job, shop }));
