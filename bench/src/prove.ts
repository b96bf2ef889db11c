import { writeFileSync } from 'node:fs';
import * as fc from 'fast-check';
import { planJob } from '@velk/core';
import { cases, loadModeller, routeId } from '@velk/core/testing';

/** Proves a thousand generated joints for every route and writes the table into docs/proofs.md. */

const COUNT = Number(process.argv[2] ?? 1000);
const SEED = 42;
const modeller = await loadModeller();
const rows: string[] = [];
let wrong = 0;

const shapes = (['blind', 'through'] as const).flatMap((kind) =>
  (['saw-upright-flipped', 'bandsaw-flipped'] as const).flatMap((tenoned) =>
    (['rounded', 'squared', 'clear'] as const).map((corners) => ({ kind, tenoned, corners })),
  ),
);

for (const { kind, tenoned, corners } of shapes) {
  let proved = 0;
  let refused = 0;
  let deepest = 0;
  for (const { job, shop } of fc.sample(cases({ kind, tenoned, corners }), { numRuns: COUNT, seed: SEED })) {
    const joint = planJob(job, shop, modeller).joints[0]!;
    if (!joint.proof || joint.chosen.tenoned !== routeId(tenoned, corners)) refused++;
    else if (joint.proof.good) proved++;
    const { tenoned: t, mortised: m } = joint.proof?.members ?? {};
    for (const mismatch of [...(t?.mismatches ?? []), ...(m?.mismatches ?? [])])
      deepest = Math.max(deepest, mismatch.depth);
  }
  const failed = COUNT - proved - refused;
  wrong += failed;
  rows.push(
    `| ${kind}, ends ${corners} | router-jig; ${routeId(tenoned, corners)} | ${proved} | ${refused} | ${failed} | ${deepest ? deepest.toFixed(4) : 'none over 0.005'} |`,
  );
  console.log(rows.at(-1));
  writeTable();
}

process.exit(wrong ? 1 : 0);

/** After each route, so that a run that is stopped leaves what it has proved. */
function writeTable(): void {
  const table = [
    '# Proofs',
    '',
    `\`npm run prove\`: ${COUNT} generated joints for each pair of kind and route, seed ${SEED}, rounding off. A joint is proved when the wood the virtual cut leaves differs from the joint nowhere by more than 0.005 mm, nothing is trapped and the pair goes together. Refused: the shop generated with it can't make it, and says why.`,
    '',
    '| kind | route | proved | refused | failed | deepest mismatch, mm |',
    '| --- | --- | --- | --- | --- | --- |',
    ...rows,
    '',
  ];
  writeFileSync(new URL('../../docs/proofs.md', import.meta.url), table.join('\n'));
}
