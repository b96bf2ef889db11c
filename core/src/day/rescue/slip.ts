import { resolve } from '../../design/index.ts';
import { type Mm, say } from '../../ground/index.ts';
import type { Setup } from '../../making/index.ts';
import { MINUTES, minutesOf, setupsAt } from './remaking.ts';
import type { Case, Rescue } from './rescue.ts';

/**
 * What a plane still takes off a slip without tearing it away, mm: value from memory of shop
 * practice.
 */
const THINNEST_SLIP: Mm = 1.5;

/**
 * Set-ups that make the cheeks a slip stands on, and the shoulder it ends at: one alone leaves a
 * thread in the corner.
 */
const aroundSlip = (on: Case): Setup[] =>
  setupsAt(on).filter(
    ({ stage }) => stage === on.setup.stage || stage === 'cheeks' || stage === 'shoulders',
  );

export function slipped(on: Case, missing: Mm): Rescue | undefined {
  const { kind, params, members } = resolve(on.joint, on.plan.basis.job);
  const tenon = kind.features(params, members)[on.member].find(({ form }) => form === 'tenon');
  if (tenon?.form !== 'tenon') return undefined;
  const slip = Math.max(THINNEST_SLIP, missing);
  const cards = aroundSlip(on);
  return {
    id: 'slip',
    title: say('Glue a slip on and cut it again'),
    how: [
      say(
        'A slip at least {slip} thick of the same wood, its grain along the tenon, as long as the tenon ({length}) and as wide as the cheek, on the side that is {missing} too low.',
        { slip, length: tenon.length, missing },
      ),
      say(
        'Once the glue has cured cheeks and shoulder are cut again at the figures of their cards: they take off what stands over.',
      ),
    ],
    figures: [],
    wood: slip * tenon.length * tenon.width,
    minutes: MINUTES.slip + minutesOf(on, cards),
    again: cards.map(({ id }) => id),
  };
}
