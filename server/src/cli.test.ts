import { execFile } from 'node:child_process';
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { describe, expect, it } from 'vitest';
import { availableIn } from '@velk/core/shop';
import { kindOf, resolve } from '@velk/core/design';
import { IMPERIAL, METRIC } from '@velk/core/ground';
import { planJob, type Plan } from '@velk/core/day';
import { demo, fewer, jobWith, TEST_SHOP } from '@velk/core/testing';
import { cardWords } from './cardWords.ts';

describe('the command line', () => {
  const velk = async (...args: string[]) => {
    const program = fileURLToPath(new URL('../bin/velk.mjs', import.meta.url));
    return promisify(execFile)(process.execPath, [program, ...args], { maxBuffer: 2 ** 26 }).then(
      ({ stdout }) => ({ code: 0, stdout, stderr: '' }),
      (error: { code: number; stdout: string; stderr: string }) => error,
    );
  };

  it('plans, checks, and tells errors in the plan from files it can’t use: 0, 1, 2', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'velk-cli-'));
    const good = join(folder, 'good.json');
    const { job, shop, ...head } = demo('looms');
    /** One joint of it: all of them are proved where the demo itself is tested. */
    const file = { ...head, job: fewer(job, ['cross-rail']), shop };
    await writeFile(good, JSON.stringify(file));
    const planned = await velk('plan', good, '--json');
    expect(planned.code).toBe(0);
    expect((JSON.parse(planned.stdout) as Plan).cards.length).toBeGreaterThan(2);
    expect((await velk('plan', good)).stdout).toMatch(/from fence to near side of the blade/);
    expect((await velk('check', good)).code).toBe(0);
    const card = await velk('plan', good, '--card', '1');
    expect(card.stdout).toMatch(
      /^1\. .*\n {3}With: [^]*\n {3}Pieces[^\n]*: .*, ends? [AB].*: \d+ \w+\n/,
    );
    expect(card.stdout).toMatch(/ {3}! Velk informs|Both hands behind/);
    const several = await velk('plan', good, '--card', '1,2-3');
    expect(several.stdout.match(/^\d+\. /gm)).toEqual(['1. ', '2. ', '3. ']);
    for (const wrong of ['999', '3-1'])
      expect(await velk('plan', good, '--card', wrong)).toMatchObject({
        code: 2,
        stderr: expect.stringMatching(new RegExp(`no card ${wrong}:`)) as string,
      });
    const misspelt = join(folder, 'misspelt.json');
    await writeFile(
      misspelt,
      JSON.stringify({
        ...file,
        job: {
          ...file.job,
          joints: file.job.joints.map((j, i) =>
            i ? j : { ...j, routes: { tenoned: 'saw-by-magic' } },
          ),
        },
      }),
    );
    expect(await velk('check', misspelt)).toMatchObject({
      code: 1,
      stdout: expect.stringMatching(
        /chosen saw-by-magic, not taken: “saw-by-magic” is no way of cutting/,
      ) as string,
    });
    const impossible = join(folder, 'impossible.json');
    await writeFile(
      impossible,
      JSON.stringify(file).replace('"tenonLength":38', '"tenonLength":70'),
    );
    expect(await velk('check', impossible)).toMatchObject({
      code: 1,
      stdout: expect.stringMatching(/72\.0 mm deep comes out of a piece 60\.0 mm deep/) as string,
    });
    const cut = join(folder, 'cut.json');
    await writeFile(cut, JSON.stringify(file).slice(0, 500));
    expect(await velk('plan', cut)).toMatchObject({
      code: 2,
      stderr: expect.stringMatching(/cut short/) as string,
    });
    expect((await velk('plan', join(folder, 'none.json'))).code).toBe(2);
    expect((await velk('nonsense')).code).toBe(2);
  });

  it('tells which small changes would save, together too, or that none would', async () => {
    const path = join(await mkdtemp(join(tmpdir(), 'velk-cli-')), 'racks.json');
    const { job, shop, ...head } = demo('racks');
    await writeFile(path, JSON.stringify({ ...head, job, shop }));
    const told = await velk('plan', path, '--smaller');
    expect(told).toMatchObject({ code: 0, stderr: '' });
    const lines = told.stdout.trimEnd().split('\n');
    const saving =
      /^[A-Z][\w ]+, [a-z ]+ \d[\d/ ]* in to \d[\d/ ]* in: \d+ min( and \d cards?)? less$/;
    expect(lines.slice(0, -2).map((line) => saving.test(line))).toEqual([true, true]);
    expect(lines.at(-1)).toMatch(/^2 of them together: \d+ min( and \d cards?)? less$/);
    await writeFile(path, JSON.stringify({ ...head, job: fewer(job, ['rail']), shop }));
    expect((await velk('plan', path, '--smaller')).stdout).toMatch(/^No small change/);
  });

  it('says of pieces that lie the other way about that the angle stays as it is', () => {
    const even = { thickness: 20, width: 60 };
    const base = jobWith({ kind: 'spline', rail: even, stile: even });
    const { params } = kindOf('spline').propose(
      resolve(base.joints[0]!, base).members,
      availableIn(TEST_SHOP),
    );
    const sawn = 'crosscut-end+saw-slot';
    const routes = { tenoned: sawn, mortised: sawn };
    const shape = { kind: 'spline', params, rail: even, stile: even, routes };
    const plan = planJob(jobWith(shape), TEST_SHOP);
    const slot = plan.cards.find(({ title }) => title.startsWith('Slot'))!;
    const words = cardWords(slot, 1, plan, METRIC);
    expect(words.filter((line) => /^ {3}Wedge or gauge: 45°/.test(line))).toHaveLength(1);
    expect(
      words.filter((line) =>
        /^ {3}The angle stays as it is: .*long corner at the (other|reference) edge/.test(line),
      ),
    ).toHaveLength(1);
  });

  it('says of a figure that is measured what it is set to, to the last thousandth', () => {
    const { job, shop } = demo('racks');
    const plan = planJob(job, shop);
    const lines = plan.cards.flatMap((card, i) => cardWords(card, i + 1, plan, IMPERIAL));
    const set = lines.flatMap((line, i) => {
      const [, value] = /: ([^:]+), from .* to /.exec(line) ?? [];
      const [, measured] = /^ +measured, ([^;]+)/.exec(lines[i + 1] ?? '') ?? [];
      return value && measured ? [[value, measured]] : [];
    });
    expect(set.some(([value]) => value!.includes('0.001'))).toBe(true);
    for (const [value, measured] of set) expect(measured).toBe(value);
  });
});
