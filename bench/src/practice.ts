import { writeFileSync } from 'node:fs';
import { allMinutes, planJob, waysOf, waysInTurn } from '@velk/core/day';
import { availableIn, type Shop } from '@velk/core/shop';
import { kindOf, resolve, type Job } from '@velk/core/design';
import { METRIC, speak } from '@velk/core/ground';
import { jobWith, TEST_SHOP, WONTED, wontedJob, type JobShape } from '@velk/core/testing';

/**
 * Writes docs/practice.md: pieces as practitioners judge them, with the ways of each half ranked by
 * minutes. The pieces are made up; what suits them is common practice.
 */

interface Case {
  readonly title: string;
  readonly pieces: number;
  readonly shape: JobShape;
  /** Proposed for its kind, rather than as given. */
  readonly propose?: boolean;
  /** And through and wedged, as a press makes it. */
  readonly wedged?: boolean;
  readonly half: 'tenoned' | 'mortised';
  /** Tools that this shop has measured otherwise, or hasn’t at all. */
  readonly tools?: Readonly<Record<string, object | null>>;
}

const SQUARED = { corners: 'squared' };
const TENON = { half: 'tenoned', shape: { params: SQUARED } } as const;
const broad = {
  params: { ...SQUARED, tenonWidth: 90, edgeShoulder: 15 },
  rail: { thickness: 22, width: 120 },
};

const CASES: readonly Case[] = [
  { ...TENON, title: '1, 9: Two rails, 600 long', pieces: 2 },
  { ...TENON, title: '1: Forty rails, 600 long', pieces: 40 },
  {
    ...TENON,
    title: '3: Eight rails, 1,800 long',
    pieces: 8,
    shape: { params: SQUARED, rail: { length: 1800 } },
  },
  {
    title: '3: Four aprons, 120 wide, too wide on edge for the upright jig',
    pieces: 4,
    half: 'tenoned',
    shape: broad,
  },
  {
    title: '2: Eight frames’ grooves, 8 wide',
    pieces: 8,
    half: 'mortised',
    propose: true,
    shape: { kind: 'stub', params: { mortiseWidth: 8 } },
  },
  {
    title: '2: Two grooves, 8 wide',
    pieces: 1,
    half: 'mortised',
    propose: true,
    shape: { kind: 'stub', params: { mortiseWidth: 8 } },
  },
  {
    ...TENON,
    title: '4: Eight rails, a table saw with its blade alone',
    pieces: 8,
    tools: {
      stack: null,
      band: null,
      overhead: null,
      upright: null,
      pair: null,
      router: null,
      'router-table': null,
    },
  },
  {
    title: '5: Eight rails, a near shoulder of 2',
    pieces: 8,
    half: 'tenoned',
    shape: { params: { ...SQUARED, faceShoulder: 2 } },
  },
  {
    title: '5: Eight rails with twin tenons',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'twin', rail: { thickness: 45 }, stile: { thickness: 45 } },
  },
  {
    ...TENON,
    title: '6: Eight rails, a jig that rides on the fence with a body of 40',
    pieces: 8,
    tools: { stack: null, band: null, overhead: null, upright: { body: 40 } },
  },
  {
    title: '7: Twelve bridles in the middle of their pieces',
    pieces: 12,
    half: 'mortised',
    propose: true,
    shape: { kind: 'open-slot' },
  },
  {
    title: '8: Four equal shoulders all round, eight rails',
    pieces: 8,
    half: 'tenoned',
    shape: { params: { ...SQUARED, tenonWidth: 56, edgeShoulder: 7 }, rail: { width: 70 } },
  },
  {
    title: '8: Eight rails, a tenon of 6',
    pieces: 8,
    half: 'tenoned',
    shape: { params: { ...SQUARED, mortiseWidth: 6, faceShoulder: 4 } },
  },
  {
    title: '10: Sixteen round tenons',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'round' },
  },
  {
    title: '10: Mortises of a loose tongue, into edges',
    pieces: 8,
    half: 'mortised',
    propose: true,
    shape: { kind: 'loose' },
  },
  {
    title: '10: Mortises of a loose tongue, into ends',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'loose' },
  },
  {
    title: '11: Two heavy posts, a mortise 28 wide',
    pieces: 2,
    half: 'mortised',
    shape: {
      params: {
        ...SQUARED,
        mortiseWidth: 28,
        faceShoulder: 16,
        setBack: 20,
        tenonWidth: 80,
        edgeShoulder: 10,
        tenonLength: 40,
        position: 300,
      },
      rail: { thickness: 60, width: 100 },
      stile: { thickness: 100, width: 120, length: 2400 },
    },
  },
  {
    title: '11: Two heavy posts, 120 by 100, 2,400 long',
    pieces: 2,
    half: 'mortised',
    shape: { params: SQUARED, stile: { thickness: 100, width: 120, length: 2400 } },
  },
  {
    title: '12: Eight leaning rails',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'angled', stile: { thickness: 40, width: 60 } },
  },
  {
    title: '12: A panel 500 wide on 20',
    pieces: 2,
    half: 'tenoned',
    propose: true,
    shape: {
      kind: 'breadboard',
      rail: { thickness: 20, width: 500, length: 900 },
      stile: { thickness: 20, width: 80, length: 500 },
    },
  },
  {
    title: '13: Six legs with a haunch open at the end',
    pieces: 6,
    half: 'mortised',
    propose: true,
    shape: { kind: 'haunched', params: { position: 20 } },
  },
  {
    title: '13: Eight rails of grooved frames, haunched',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'grooved' },
  },
  {
    title: '14: Eight twins, through and wedged',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    wedged: true,
    shape: { kind: 'twin', rail: { thickness: 45 }, stile: { thickness: 45 } },
  },
  {
    title: '15: Eight rails of a rebated frame',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'rebated' },
  },
  {
    title: '16: Mitred frames, slots for a spline',
    pieces: 8,
    half: 'mortised',
    propose: true,
    shape: {
      kind: 'spline',
      rail: { thickness: 20, width: 60 },
      stile: { thickness: 20, width: 60 },
    },
  },
  {
    title: '17: Posts glued up of three layers',
    pieces: 4,
    half: 'mortised',
    propose: true,
    shape: {
      kind: 'through',
      params: SQUARED,
      rail: { thickness: 60, width: 100 },
      stile: { thickness: 90, width: 90, length: 2100 },
    },
  },
];

function jobOf({ shape, propose, wedged, pieces }: Case): Job {
  const base = jobWith(shape);
  const { members } = resolve(base.joints[0]!, base);
  const [kind, available] = [kindOf(shape.kind ?? 'blind'), availableIn(TEST_SHOP)];
  const proposed = { ...kind.propose(members, available).params, ...shape.params };
  const params = wedged
    ? kind.withChoice(proposed, 'wedges', 'wedged', members, available)
    : proposed;
  const job = propose ? jobWith({ ...shape, params }) : base;
  return { ...job, parts: job.parts.map((part) => ({ ...part, quantity: pieces })) };
}

const shopOf = ({ tools = {} }: Case): Shop => ({
  ...TEST_SHOP,
  tools: TEST_SHOP.tools.flatMap((tool) =>
    tools[tool.id] === null ? [] : [{ ...tool, ...tools[tool.id] }],
  ),
});

/** How many ways of each a reader wants to see. */
const SHOWN = 6;

function tableOf(one: Case): string {
  const job = jobOf(one);
  const shop = shopOf(one);
  const [joint] = job.joints as [Job['joints'][number]];
  const { problems, chosen } = planJob(job, shop).joints[0]!;
  if (problems.length) throw new Error(`${one.title}: ${problems[0]!.message.text}`);
  const ways = waysOf(joint, job, shop)[one.half];
  const usable = ways.filter((w) => w.refusals.length === 0).sort(waysInTurn);
  const rows = usable.slice(0, SHOWN).map((way, i) => {
    const why = way.awkward.map((reason) => speak(reason, METRIC)).join(' ');
    const title = way.id === chosen[one.half] ? `**${way.title}**` : way.title;
    return `| ${i + 1} | ${title} | ${way.cards} | ${Math.round(way.minutes)} | ${Math.round(way.cutting)} | ${Math.round(allMinutes(way))} | ${why} |`;
  });
  const least = (id: string) =>
    ways
      .filter((w) => w.methods.includes(id))
      .sort((a, b) => a.refusals.length - b.refusals.length)[0]!;
  const shut = [...new Set(ways.flatMap((w) => w.methods))]
    .map((id) => [id, least(id)] as const)
    .filter(([, way]) => way.refusals.length > 0)
    .map(([id, way]) => `- ${id}: ${speak(way.refusals[0]!.message, METRIC)}`);
  const others = usable.length - rows.length;
  return [
    `## ${one.title}`,
    '',
    '| | way | cards | set, min | cut, min | together | why not first |',
    '| --- | --- | --- | --- | --- | --- | --- |',
    ...rows,
    '',
    ...(others > 0 ? [`And ${others} more.`, ''] : []),
    ...(shut.length ? ['Not possible here:', '', ...shut, ''] : []),
  ].join('\n');
}

/** Every job of the list as it is planned with nothing chosen. */
function allJobs(): string {
  const rows = WONTED.map((wonted) => {
    const { job, shop } = wontedJob(wonted);
    const plan = planJob(job, shop);
    const [{ routes, chosen, why = {} }] = plan.joints as [(typeof plan.joints)[number]];
    const titleOf = (half: 'tenoned' | 'mortised') =>
      routes[half].find(({ id }) => id === chosen[half])?.title ?? '';
    const minutes = plan.minutes + plan.cards.reduce((sum, { cutting }) => sum + cutting, 0);
    const reasons = Object.values(why).map((reason) => speak(reason, METRIC));
    const cells = [
      wonted.title,
      titleOf('tenoned'),
      titleOf('mortised'),
      plan.cards.length,
      Math.round(minutes),
      reasons.join(' '),
    ];
    return `| ${cells.join(' | ')} |`;
  });
  return [
    '## Jobs with nothing chosen',
    '',
    '| job | tenons | mortises | cards | minutes | why |',
    '| --- | --- | --- | --- | --- | --- |',
    ...rows,
    '',
    '',
  ].join('\n');
}

const PAGE = `# What practice would choose

Written by \`npm run practice\`, in the shop of the tests. Each table ranks the ways to cut one half of a joint by the
minutes of the whole batch, setting and cutting together, less what its set-ups save the other half; what is awkward for
the piece stands after what isn’t, with its reason. The way in bold is the one that comes by itself. The number is that of
the case in the tests.

The first table has jobs with nothing chosen, as they are planned: what each is expected to take was written before
(\`core/src/testing/wonted.ts\`), and a test holds it; no pair of ways that is offered is quicker without a reason told.

`;

writeFileSync(
  new URL('../../docs/practice.md', import.meta.url),
  PAGE + allJobs() + CASES.map(tableOf).join('\n'),
);
