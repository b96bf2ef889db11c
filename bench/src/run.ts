import * as fc from 'fast-check';
import loadHighs from 'highs';
import { createSolver, fewestBlocks, invert, Remembered } from '@velk/core/ground';
import { JOINT_KINDS, resolve, type Job } from '@velk/core/design';
import {
  leastMinutes,
  nest,
  orderSearch,
  planJob,
  setupsOf,
  planToProve,
  waysOf,
  type JointDraft,
} from '@velk/core/day';
import { modelOf, virtualCut } from '@velk/core/making';
import { pieceOf, pieceSolid } from '@velk/core/shop';
import { cases, jobWith, loadModeller, TEST_SHOP } from '@velk/core/testing';
import { benchBends } from './bends.ts';
import { crowdedShop, jobOf, mixedJob } from './crowd.ts';
import { benchRecord } from './record.ts';
import { time } from './timing.ts';

/** Prints times as ratios, so that they mean the same on any machine. */

/**
 * Every pile of so many blocks, counted one by one: what a search without sorted sums would have to
 * do.
 */
function countPiles(box: readonly number[], count: number, from = 0, sum = 0): number {
  if (count === 0) return sum > 0 ? 1 : 0;
  let piles = 0;
  for (let i = from; i < box.length; i++) piles += countPiles(box, count - 1, i + 1, sum + box[i]!);
  return piles;
}

console.log('Planning without proof, against linear in the number of joints');
const base = time(() => planJob(jobOf(1), TEST_SHOP), 200);
for (const count of [1, 50, 500]) {
  const taken = time(() => planJob(jobOf(count), TEST_SHOP), count > 100 ? 3 : 20);
  console.log(
    `  ${String(count).padStart(3)} joints: ${(taken / base / count).toFixed(2)} of linear (${taken.toFixed(1)} ms here)`,
  );
}

console.log('Joints of all kinds planned, without proof, against linear from 30');
const thirty = time(() => planJob(mixedJob(30), TEST_SHOP), 1);
for (const count of [30, 100, 1000]) {
  const taken = time(() => planJob(mixedJob(count), TEST_SHOP), 1);
  console.log(
    `  ${String(count).padStart(4)} joints: ${(taken / thirty / (count / 30)).toFixed(2)} of linear (${(taken / 1000).toFixed(1)} s here)`,
  );
}

console.log(
  'One dimension nudged in a job of 50 and of 500 joints, the others remembered, against planning all anew',
);
for (const count of [50, 500]) {
  const whole = jobOf(count);
  const nudged = (by: number): Job => ({
    ...whole,
    joints: whole.joints.map((j, i) =>
      i ? j : { ...j, params: { ...j.params, tenonLength: 20 + by / 50 } },
    ),
  });
  const [plain, again] = [undefined, new Remembered<JointDraft>(1000)].map((drafts) => {
    let by = 0;
    return time(() => planToProve(nudged(by++), TEST_SHOP, drafts), 10);
  });
  console.log(
    `  ${String(count).padStart(3)} joints: ${(again! / plain!).toFixed(2)} (${again!.toFixed(1)} ms here)`,
  );
}

const crowded = crowdedShop(5000);
const [bare5, many5] = [TEST_SHOP, crowded].map((shop) => time(() => planJob(jobOf(50), shop), 10));
console.log(
  `  50 joints with 5,000 tools in the chest: ${(many5! / bare5!).toFixed(2)} of a small chest`,
);

console.log(
  'Change-over minutes: of the order and of joint by joint, against what no order can be under',
);
for (const count of [2, 10, 40, 160]) {
  const { cards, minutes, plain, least } = planJob(jobOf(count), TEST_SHOP);
  console.log(
    `  ${String(cards.length).padStart(4)} cards: ${(minutes / least).toFixed(2)}, ${(plain / least).toFixed(2)}`,
  );
}

benchRecord();

console.log(
  'Searched on for 1 and 5 s: minutes against the solver’s bound, and against the bound known at once',
);
const solver = createSolver(await loadHighs());
for (const count of [2, 10, 40]) {
  const ownJob = jobOf(count);
  const { least, cards } = planJob(ownJob, TEST_SHOP);
  const bound = leastMinutes(ownJob, TEST_SHOP, solver) ?? least;
  const shares = [1, 5].map((seconds) => {
    const search = orderSearch(ownJob, TEST_SHOP, { moves: 1e8, seed: 1 })!;
    for (const end = performance.now() + 1000 * seconds; performance.now() < end;)
      search.advance(1000);
    return search.best().minutes / bound;
  });
  console.log(
    `  ${String(cards.length).padStart(4)} cards: ${shares.map((own) => own.toFixed(3)).join(', ')}; the bound ${(bound / least).toFixed(3)} of that at once`,
  );
}

console.log('Ranking all ways of a job of 50 joints, against planning it');
const fifty = jobOf(50);
const ranked = time(() => fifty.joints.forEach((joint) => waysOf(joint, fifty, TEST_SHOP)), 2);
console.log(`  ${(ranked / time(() => planJob(fifty, TEST_SHOP), 3)).toFixed(2)}`);

console.log('Geometry, features and sheets of 200 joints of all kinds, against 200 blind ones');
const made = (kinds: readonly string[]) =>
  fc
    .sample(fc.tuple(...kinds.map((kind) => cases({ kind }))), {
      numRuns: Math.ceil(200 / kinds.length),
      seed: 3,
    })
    .flat()
    .slice(0, 200)
    .map(({ job }) => resolve(job.joints[0]!, job));
const shape = (joints: ReturnType<typeof made>) =>
  joints.forEach(({ kind, params, members }) => {
    for (const member of ['tenoned', 'mortised'] as const)
      kind.geometry(params, member, members[member], { end: 'a', edge: 'reference' });
    kind.features(params, members);
    kind.drawing(params, members);
  });
const [mixed, blindOnly] = [made(JOINT_KINDS.map((k) => k.id)), made(['blind'])].map((joints) =>
  time(() => shape(joints), 20),
);
console.log(`  ${(mixed! / blindOnly!).toFixed(2)} (${mixed!.toFixed(1)} ms here)`);

console.log('Fewest blocks of a box of sixty, against looking at all piles of four');
const box = Array.from({ length: 60 }, (_, i) =>
  Number((0.05 + i * 0.37 + (i % 7) * 0.011).toFixed(3)),
);
const lengths = Array.from({ length: 40 }, (_, i) => 20.013 + i * 1.731);
const search = time(() => lengths.forEach((l) => fewestBlocks(l, box, 0.001)), 3);
const plain = time(() => countPiles(box, 4), 1);
console.log(`  ${(search / lengths.length / plain).toFixed(3)} a length`);

console.log('The virtual cut against the bare solid operations alone');
const modeller = await loadModeller();
const job = jobWith();
const setups = setupsOf(planJob(job, TEST_SHOP));
let whole = 0;
let bare = 0;
for (const [member, partId] of [
  ['mortised', 'stile'],
  ['tenoned', 'rail'],
] as const) {
  const own = setups.filter(
    (s) => s.occurrences[0]!.member === member && s.occurrences.some((o) => o.end === 'a'),
  );
  const occurrence = own[0]!.occurrences.find((o) => o.end === 'a')!;
  const piece = pieceOf(
    job.parts.find((p) => p.id === partId)!,
    'median',
  );
  whole += time(
    () =>
      modeller.scope(() => virtualCut(modeller, own, occurrence, piece, TEST_SHOP).body.volume()),
    30,
  );
  const sweeps = own.flatMap((s) =>
    s.passes.map((pass) => {
      const placement = modelOf(s.model).place(s, pass, occurrence, piece, TEST_SHOP);
      return { shape: 'placed' as const, rigid: invert(placement.rigid), solid: placement.sweep };
    }),
  );
  bare += time(
    () =>
      modeller.scope(() => {
        let body = modeller.solid(pieceSolid(piece));
        for (const sweep of sweeps) {
          const parts = body.minus(modeller.solid(sweep)).parts();
          body = parts.reduce((a, b) => (b.volume() > a.volume() ? b : a));
        }
        body.volume();
      }),
    30,
  );
}
console.log(`  ${(whole / bare).toFixed(2)} of the solid operations (aim: under 1.5)`);

console.log('One joint proved by every pair of routes, against the quickest');
const squared = jobWith({ params: { corners: 'squared' } });
const { routes } = planJob(squared, TEST_SHOP).joints[0]!;
const open = (member: 'tenoned' | 'mortised') =>
  routes[member].filter((r) => !r.refusals.length).map((r) => r.id);
const byRoutes = open('tenoned').flatMap((tenoned) =>
  open('mortised').map((mortised) => {
    const one = {
      ...squared,
      joints: squared.joints.map((j) => ({ ...j, routes: { tenoned, mortised } })),
    };
    return { tenoned, mortised, taken: time(() => planJob(one, TEST_SHOP, modeller), 3) };
  }),
);
byRoutes.sort((a, b) => a.taken - b.taken);
const [quickest, slowest] = [byRoutes[0]!, byRoutes.at(-1)!];
const sum = byRoutes.reduce((total, r) => total + r.taken, 0);
console.log(
  `  ${byRoutes.length} pairs: on average ${(sum / byRoutes.length / quickest.taken).toFixed(1)}, at most ${(slowest.taken / quickest.taken).toFixed(1)} (${slowest.tenoned} with ${slowest.mortised}, ${slowest.taken.toFixed(0)} ms here)`,
);

console.log('Planning and proving, against linear in the number of joints');
const ten = time(() => planJob(jobOf(10), TEST_SHOP, modeller), 1);
for (const count of [10, 100]) {
  const start = performance.now();
  planJob(jobOf(count), TEST_SHOP, modeller);
  const taken = performance.now() - start;
  console.log(
    `  ${String(count).padStart(4)} joints: ${(taken / ((ten / 10) * count)).toFixed(2)} of linear (${(taken / 1000).toFixed(1)} s here)`,
  );
}

console.log('Blanks laid out on boards, against linear in their number');
const blanks = (count: number) =>
  Array.from({ length: count }, (_, i) => ({
    length: 300 + ((i * 137) % 900),
    width: 40 + ((i * 53) % 80),
    thickness: 27,
    species: '',
    count: 1,
  }));
const planks = [2400, 3000, 3600].map((length) => ({
  id: `${length}`,
  name: 'Plank',
  count: 400,
  length,
  width: 220,
  thickness: 32,
  species: '',
  ends: 30,
  defects: [],
}));
const twenty = time(() => nest(planks, blanks(20), 3.2), 2);
for (const count of [20, 200, 1000]) {
  let foundNest = nest(planks, [], 3.2);
  const taken = time(() => (foundNest = nest(planks, blanks(count), 3.2)), 1);
  console.log(
    `  ${String(count).padStart(4)}: ${(taken / twenty / (count / 20)).toFixed(2)} of linear (${taken.toFixed(0)} ms here), ${(foundNest.volume / foundNest.least).toFixed(3)} of the bound`,
  );
}

benchBends();
