import { writeFileSync } from 'node:fs';
import {
  availableIn,
  kindOf,
  METRIC,
  planJob,
  resolve,
  speak,
  waysOf,
  waysInTurn,
  type Job,
  type WayChoice,
} from '@velk/core';
import { jobWith, TEST_SHOP, type JobShape } from '@velk/core/testing';

/**
 * Writes docs/practice.md: pieces as practitioners judge them, with the ways of each half ranked by minutes. The pieces
 * are made up; what suits them is common practice.
 */

interface Case {
  readonly title: string;
  readonly pieces: number;
  readonly shape: JobShape;
  /** Proposed for its kind, rather than as given. */
  readonly propose?: boolean;
  readonly half: 'tenoned' | 'mortised';
}

const SQUARED = { corners: 'squared' };
const TENON = { half: 'tenoned', shape: { params: SQUARED } } as const;
const broad = { params: { ...SQUARED, tenonWidth: 90, edgeShoulder: 15 }, rail: { thickness: 22, width: 120 } };

const CASES: readonly Case[] = [
  { ...TENON, title: 'Two rails, 600 long', pieces: 2 },
  { ...TENON, title: 'Forty rails, 600 long', pieces: 40 },
  { ...TENON, title: 'Eight rails, 1,800 long', pieces: 8, shape: { params: SQUARED, rail: { length: 1800 } } },
  { title: 'Four aprons, 120 wide, too wide on edge for the upright jig', pieces: 4, half: 'tenoned', shape: broad },
  { title: 'Four equal shoulders all round, eight rails', pieces: 8, half: 'tenoned', shape: { params: { ...SQUARED, tenonWidth: 56, edgeShoulder: 7 }, rail: { width: 70 } } }, // prettier-ignore
  { title: 'Eight rails of grooved frames, haunched', pieces: 8, half: 'tenoned', propose: true, shape: { kind: 'grooved' } }, // prettier-ignore
  { title: 'A panel 500 wide on 20', pieces: 2, half: 'tenoned', propose: true, shape: { kind: 'breadboard', rail: { thickness: 20, width: 500, length: 900 }, stile: { thickness: 20, width: 80, length: 500 } } }, // prettier-ignore
  { title: 'Eight frames’ grooves, 8 wide', pieces: 8, half: 'mortised', propose: true, shape: { kind: 'stub', params: { mortiseWidth: 8 } } }, // prettier-ignore
  { title: 'Two grooves, 8 wide', pieces: 1, half: 'mortised', propose: true, shape: { kind: 'stub', params: { mortiseWidth: 8 } } }, // prettier-ignore
  { title: 'Twelve bridles in the middle of their pieces', pieces: 12, half: 'mortised', propose: true, shape: { kind: 'open-slot' } }, // prettier-ignore
  { title: 'Six legs with a haunch open at the end', pieces: 6, half: 'mortised', propose: true, shape: { kind: 'haunched', params: { position: 20 } } }, // prettier-ignore
  { title: 'Two heavy posts, a mortise 28 wide', pieces: 2, half: 'mortised', shape: { params: { ...SQUARED, mortiseWidth: 28, faceShoulder: 16, setBack: 20, tenonWidth: 80, edgeShoulder: 10, tenonLength: 40, position: 300 }, rail: { thickness: 60, width: 100 }, stile: { thickness: 100, width: 120, length: 2400 } } }, // prettier-ignore
  { title: 'Two heavy posts, 120 by 100, 2,400 long', pieces: 2, half: 'mortised', shape: { params: SQUARED, stile: { thickness: 100, width: 120, length: 2400 } } }, // prettier-ignore
];

function jobOf({ shape, propose, pieces }: Case): Job {
  const base = jobWith(shape);
  const { members } = resolve(base.joints[0]!, base);
  const params = propose && { ...kindOf(shape.kind!).propose(members, availableIn(TEST_SHOP)).params, ...shape.params };
  const job = params ? jobWith({ ...shape, params }) : base;
  return { ...job, parts: job.parts.map((part) => ({ ...part, quantity: pieces })) };
}

const minutes = (way: WayChoice): number => way.minutes + way.cutting;

/** How many ways of each a reader wants to see. */
const SHOWN = 6;

function tableOf(one: Case): string {
  const job = jobOf(one);
  const [joint] = job.joints as [Job['joints'][number]];
  const { problems, chosen } = planJob(job, TEST_SHOP).joints[0]!;
  if (problems.length) throw new Error(`${one.title}: ${problems[0]!.message.text}`);
  const ways = waysOf(joint, job, TEST_SHOP)[one.half];
  const usable = ways.filter((w) => w.refusals.length === 0).sort(waysInTurn);
  const rows = usable.slice(0, SHOWN).map((way, i) => {
    const why = way.awkward.map((reason) => speak(reason, METRIC)).join(' ');
    const title = way.id === chosen[one.half] ? `**${way.title}**` : way.title;
    return `| ${i + 1} | ${title} | ${way.cards} | ${Math.round(way.minutes)} | ${Math.round(way.cutting)} | ${Math.round(minutes(way))} | ${why} |`; // prettier-ignore
  });
  const least = (id: string) => ways.filter((w) => w.methods.includes(id)).sort((a, b) => a.refusals.length - b.refusals.length)[0]!; // prettier-ignore
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

const PAGE = `# What practice would choose

Written by \`npm run practice\`, in the shop of the tests. Each table ranks the ways to cut one half of a joint by the
minutes of the whole batch, setting and cutting together; what is awkward for the piece stands after what isn’t, with
its reason. The way in bold is the one that comes by itself.

`;

writeFileSync(new URL('../../docs/practice.md', import.meta.url), PAGE + CASES.map(tableOf).join('\n'));
