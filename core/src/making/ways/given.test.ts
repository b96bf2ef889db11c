import { describe, expect, it } from 'vitest';
import { kindOf, resolve } from '../../design/index.ts';
import { METHODS } from './list.ts';
import { givenTo } from './given.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { availableIn } from '../../shop/index.ts';

/** What a mortising method is told that the mortises of a kind meet, as a shop proposes it. */
function meetings(kind: string): (string | undefined)[] {
  const job = jobWith({ kind });
  const { members } = resolve(job.joints[0]!, job);
  const proposed = kindOf(kind).propose(members, availableIn(TEST_SHOP));
  const features = kindOf(kind).features(proposed.params, members).mortised;
  const method = METHODS.find(({ id }) => id === 'router-jig')!;
  const half = { joint: 'joint', occurrences: [] };
  return features.flatMap((feature, i) => {
    if (feature.form !== 'mortise') return [];
    const given = givenTo(method, i, features, TEST_SHOP, half, undefined).feature;
    return [given.form === 'mortise' ? given.meets : 'lost'];
  });
}

describe('what a method is told that a mortise meets', () => {
  it.each([
    ['blind', ['nothing']],
    ['through', ['nothing']],
    ['twin', ['no-end', 'no-end']],
    ['grooved', ['no-end']],
    ['rebated', ['no-end']],
    ['haunched', [undefined, undefined]],
  ])('%s', (kind, met) => expect(meetings(kind)).toEqual(met));
});
