import type { Hazard, Situation } from './hazard.ts';
import { told, type When } from './when.ts';

/** What several machines have in common: the same words, each at its own states. */
const cheeksFirst: When = ({ setup }: Situation) =>
  setup.stage === 'cheeks' && setup.shouldersFirst === false;

export const looseStrip: Hazard = told(
  'loose-strip',
  cheeksFirst,
  'Cheeks before shoulders: the near strip stands between blade and guide, and must not come loose there.',
);

export const waitForBlade = (when: When): Hazard =>
  told(
    'wait-for-blade',
    when,
    'Wait for the blade to stop before you unclamp, turn or move the piece or its guide.',
  );

export const bothHands = (when: When): Hazard =>
  told(
    'both-hands',
    when,
    'Both hands on the router; start it before the plunge and let it stop before you lift it off.',
  );

export const featherBoard = (when: When): Hazard =>
  told(
    'feather-board',
    when,
    'A feather board against the side and a push block behind; stand out of the line of the cut.',
  );
