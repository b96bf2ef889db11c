import { all, carrier, not, stage, told, type Hazard, type When } from '../hazards/index.ts';

const glued: When = ({ setup }) => setup.traits?.includes('layered') === true;

/** What can hurt at the bench. */
export const BENCH_HAZARDS: readonly Hazard[] = [
  told(
    'glue-up',
    glued,
    'Gloves for the glue, and a flat place to clamp on; what is glued in a twist stays in a twist.',
  ),
  told(
    'clamped',
    carrier('bit'),
    'The piece clamped, not held; no hand under where the bit comes out.',
  ),
  told(
    'hand-saw',
    all(
      not(glued),
      carrier(
        'hand-saw',
        'saw-and-chisel',
        'across',
        'raked-width',
        'raked-thickness',
        'slope-haunch',
        'mitre-near',
        'mitre-far',
        'end-off',
        'round-plane',
        'two-kerfs',
      ),
      not(stage('plane')),
    ),
    'The piece in the vice; the hand that steadies the saw stays off the line.',
  ),
  told(
    'chisel',
    all(not(glued), not(carrier('bit', 'end-off'))),
    'Both hands behind the tool’s edge; the piece clamped, not held.',
  ),
];
