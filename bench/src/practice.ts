import { writeFileSync } from 'node:fs';
import { allMinutes, planJob, waysOf, waysInTurn } from '@velk/core/day';
import { availableIn, type Shop } from '@velk/core/shop';
import { kindOf, resolve, type Job } from '@velk/core/design';
import { METRIC, speak } from '@velk/core/ground';
import { jobWith, TEST_SHOP, WONTED, wontedJob } from '@velk/core/testing';
import { CASES, type Case } from './practiceCases.ts';

/** Writes docs/practice.md: the ways of each half ranked by minutes. */

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
