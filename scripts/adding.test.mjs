// The recipes of docs/adding.md, put into a copy of the sources and run.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { build } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { root } from './dependencies.mjs';

const COPY = join(root, 'node_modules/.cache/velk-adding');
const BLOCK = /`((?:core|web)\/[^`]+)`\n\n((?:```(?:ts|tsx|diff)\n[\s\S]*?```\n+)+)/g;

/** What a recipe puts where: whole files, and lines into files that are there. */
const recipes = readFileSync(join(root, 'docs/adding.md'), 'utf8')
  .split(/^## /m)
  .slice(1)
  .map((chapter) => ({
    title: chapter.slice(0, chapter.indexOf('\n')),
    files: [...chapter.matchAll(BLOCK)].map(([, path, blocks]) => ({
      path,
      blocks: [...blocks.matchAll(/```(\w+)\n([\s\S]*?)```/g)].map(([, sort, text]) => ({
        sort,
        text,
      })),
    })),
  }));

/** Puts lines marked with + between those of a text that stand round them. */
function patched(text, diff) {
  const lines = diff.replace(/\n$/, '').split('\n');
  const unmarked = (some) => some.map((line) => line.slice(1)).join('\n');
  const [before, after] = [
    unmarked(lines.filter((line) => !line.startsWith('+'))),
    unmarked(lines),
  ];
  expect(text.split(before), `stands once: ${before}`).toHaveLength(2);
  return text.replace(before, () => after);
}

/** What the copy is asked. */
const CHECK = `
import { sample } from 'fast-check';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { planJob } from './core/src/day/plan/index.ts';
import type { Job } from './core/src/design/job/index.ts';
import { TASK_KINDS } from './core/src/day/tasks/index.ts';
import { cases, jobWith, loadModeller, TEST_SHOP } from './core/src/testing/index.ts';
import { PiecesRoom } from './web/src/rooms/pieces/PiecesRoom.tsx';

const modeller = await loadModeller();
const ofKind = (job: Job): Job => ({
  ...job,
  joints: job.joints.map((joint) => ({ ...joint, kind: 'short' })),
});
const sized = (tenonLength: number) => ofKind(jobWith({ params: { tenonLength, mortiseWidth: 8 } }));
const good = planJob(sized(20), TEST_SHOP, modeller).joints[0]!;
const long = planJob(sized(40), TEST_SHOP);
const [{ job: slot, shop }] = sample(cases({ kind: 'open-slot' }), { seed: 1, numRuns: 1 });
const asked = {
  ...slot,
  joints: slot.joints.map((joint) => ({ ...joint, routes: { mortised: 'coping-slot' } })),
};
const sawn = planJob(asked, shop, modeller);
const found = {
  short: { proved: good.proof?.good, long: long.joints[0]!.problems.map(({ bound }) => bound) },
  way: {
    chosen: sawn.joints[0]!.chosen.mortised,
    proved: sawn.joints[0]!.proof?.good,
    cards: sawn.cards.map((card) => card.title),
  },
  tasks: TASK_KINDS.map(({ id }) => id),
  room: renderToStaticMarkup(createElement(PiecesRoom, { job: slot })),
};
console.log(JSON.stringify(found));
`;

/** The sources with every recipe in them. */
function copied() {
  rmSync(COPY, { recursive: true, force: true });
  mkdirSync(COPY, { recursive: true });
  for (const place of ['core', 'web'])
    cpSync(join(root, place), join(COPY, place), {
      recursive: true,
      filter: (path) => !/\/(node_modules|dist)(\/|$)|\.test\.tsx?$/.test(path.slice(root.length)),
    });
  cpSync(join(root, 'tsconfig.json'), join(COPY, 'tsconfig.json'));
  for (const { path, blocks } of recipes.flatMap(({ files }) => files))
    for (const { sort, text } of blocks) {
      const file = join(COPY, path);
      mkdirSync(dirname(file), { recursive: true });
      writeFileSync(file, sort === 'diff' ? patched(readFileSync(file, 'utf8'), text) : text);
    }
  writeFileSync(join(COPY, 'package.json'), '{ "type": "module" }');
  writeFileSync(join(COPY, 'check.ts'), CHECK);
}

describe('what docs/adding.md tells to add', () => {
  let found;
  beforeAll(() => {
    copied();
    const { status, stdout, stderr } = spawnSync('npx', ['tsx', 'check.ts'], {
      cwd: COPY,
      encoding: 'utf8',
    });
    expect(status, stderr).toBe(0);
    found = JSON.parse(stdout);
  }, 60_000);
  afterAll(() => rmSync(COPY, { recursive: true, force: true }));

  it('touches two files for a kind, two for a way, one for a task, two for a room', () => {
    const files = recipes.map(({ title, files }) => [title, files.length]);
    expect(files).toEqual([
      ['A kind of joint', 2],
      ['A way of cutting', 2],
      ['A machine', 0],
      ['A task', 1],
      ['A room', 2],
    ]);
  });

  it('a kind is planned and proved, and refused with its bound', () => {
    expect(found.short).toEqual({ proved: true, long: [24] });
  });

  it('a way that is chosen is taken and proved', () => {
    expect(found.way).toMatchObject({ chosen: 'coping-slot', proved: true });
    expect(found.way.cards.join()).toContain('its waste taken out with a coping saw');
  });

  it('a task stands at its place', () => {
    const at = found.tasks.indexOf('seal');
    expect(found.tasks.slice(at - 1, at + 2)).toEqual(['finish-panels', 'seal', 'horns']);
  });

  it('a room shows the job, and comes with the list', async () => {
    expect(found.room).toContain('<h1>Pieces</h1>');
    const { outputFiles } = await build({
      entryPoints: [join(COPY, 'web/src/rooms/list.ts')],
      bundle: true,
      write: false,
      format: 'esm',
      packages: 'external',
      loader: { '.md': 'text', '.css': 'empty' },
    });
    const row = /path: "pieces", title: "Pieces", Room: (\w+)/.exec(outputFiles[0].text);
    expect(outputFiles[0].text).toContain(`function ${row[1]}(`);
  });
});
