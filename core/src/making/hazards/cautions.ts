import type { Carrier, ModelId } from '../setups/index.ts';
import { rimSpeed, topSpeed } from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import type { Hazard, Situation } from './hazard.ts';

/** Thinnest shank that a pair of cutters turns on, mm: common practice. */
export const STOUT_SHANK: Mm = 12;
/** From this diameter on a router is started slowly, mm: common practice. */
const BIG_CUTTER: Mm = 25;

type When = (at: Situation) => boolean;

const model =
  (...models: ModelId[]): When =>
  ({ setup }) =>
    models.includes(setup.model);
const carrier =
  (...carriers: Carrier[]): When =>
  ({ setup }) =>
    carriers.includes(setup.carrier);
const stage =
  (...stages: string[]): When =>
  ({ setup }) =>
    stages.includes(setup.stage);
const all =
  (...whens: When[]): When =>
  (at) =>
    whens.every((when) => when(at));
const not =
  (when: When): When =>
  (at) =>
    !when(at);
const either =
  (...whens: When[]): When =>
  (at) =>
    whens.some((when) => when(at));

const told = (id: string, when: When, text: string): Hazard => ({
  id,
  words: (at) => (when(at) ? say(text) : undefined),
});

const powered = not(model('bench'));
const routed: When = ({ cutter }) =>
  cutter?.kind === 'router-cutter' || cutter?.kind === 'paired-cutters';
const portable = model('hand-router', 'jig-router', 'copy-router');
const stacked: When = ({ setup }) => setup.between !== undefined;
const glued: When = ({ setup }) => setup.traits?.includes('layered') === true;
const tilted: When = ({ setup }) => setup.tilt !== undefined;
const onEdge: When = ({ setup }) =>
  setup.passes.some(({ seat }) => seat['wood-surface']?.endsWith('edge') ?? false);
const downTheGrain: When = (asked) =>
  asked.setup.model === 'bandsaw' && asked.setup.stage !== 'shoulders';
const cheeksFirst: When = ({ setup }) => setup.stage === 'cheeks' && setup.shouldersFirst === false;
const sawn = model('table-saw', 'bandsaw');
/** One blade of an upright saw, the piece on end. */
const onEnd = all(model('table-saw'), carrier('upright-jig'));
const lying = all(model('table-saw'), carrier('sled', 'mitre-gauge'));

/** The thing that cuts, in the trade's word for the machine. */
const EDGE: Readonly<Record<string, string>> = {
  'table-saw': 'the blade',
  'overhead-saw': 'the blade',
  bandsaw: 'the blade',
  mortiser: 'chisel or bit',
  'drill-press': 'the bit',
};
const edgeOf = ({ setup }: Situation): string => EDGE[setup.model] ?? 'the cutter';

/** How high the blade stands out of the table, mm. */
const heightOf = ({ setup }: Situation): Mm =>
  Math.max(0, ...setup.figures.flatMap((f) => (f.to === 'highest-tooth' ? [f.set.value] : [])));

/**
 * How far a router table's cutter stands inside the fence its piece runs to, mm; 0 where it stands
 * clear.
 */
function insideFence({ setup, cutter }: Situation): Mm {
  if (setup.model !== 'router-table' || !cutter || !('diameter' in cutter)) return 0;
  const figures = setup.figures.flatMap((f) =>
    f.from === 'fence-face' && f.to === 'far-side' ? [f.set.value] : [],
  );
  return figures.length ? Math.max(0, cutter.diameter - Math.min(...figures)) : 0;
}

/**
 * The speed to run a cutter at: never over its mark, nor over what its diameter bears, nor over the
 * machine's own.
 */
export function speedWords({
  machine,
  cutter,
}: Pick<Situation, 'machine' | 'cutter'>): Sentence | undefined {
  if (cutter?.kind !== 'router-cutter' && cutter?.kind !== 'paired-cutters') return undefined;
  const fastest = machine && 'fastest' in machine ? machine.fastest : Infinity;
  const { rpm, by } = topSpeed(cutter.diameter, cutter.topSpeed);
  const most = Math.min(rpm, fastest);
  const why =
    most < rpm
      ? 'the machine goes no faster'
      : by === 'mark'
        ? 'marked on the cutter'
        : 'for its diameter';
  return say(
    `Speed at most ${most} rpm, ${why}: ${rimSpeed(cutter.diameter, most).toFixed(0)} m/s at its rim.`,
  );
}

/**
 * Cautions of common practice, the gravest first. Each looks at the state of the machine: whatever
 * way leads to that state, its card says so. They inform; the machine's manual, training and the
 * rules of the place come first.
 */
export const CAUTIONS: readonly Hazard[] = [
  {
    id: 'blade-bare',
    words: (at) =>
      onEnd(at) || (tilted(at) && at.setup.stage === 'slot')
        ? say(
            'The blade stands {height} high and bare on every pass. Fit a guard that clears the jig, and keep hands on the jig, not the piece.',
            { height: heightOf(at) },
          )
        : undefined,
  },
  told(
    'stack-above',
    model('overhead-saw'),
    'A stack drawn towards you climbs into the wood: hold the carriage back, the other hand well off its path, the piece clamped to the fence.',
  ),
  told(
    'stack-over',
    all(stacked, model('table-saw'), carrier('sled')),
    'A stack is heavy and takes a deep bite: a guard over it, the piece held on the sled, hands clear of its whole width.',
  ),
  told(
    'stack-on-end',
    all(stacked, onEnd),
    'A stack takes a deep bite of a piece on end: jig and piece held down and pushed slowly, a guard over the stack, hands high on the jig and clear of its whole width.',
  ),
  told(
    'stack-along',
    all(stacked, model('table-saw'), carrier('fence')),
    'A stack is heavy and takes a deep bite: a guard over it, a feather board before and after it, hands clear of its whole width.',
  ),
  told(
    'pair-in-table',
    ({ cutter }) => cutter?.kind === 'paired-cutters',
    `Only in a table, never in the hand: a shank of ${STOUT_SHANK} mm (half an inch) or more, low speed, a sled with handles, a guard over both cutters.`,
  ),
  told(
    'loose-strip',
    all(sawn, cheeksFirst),
    'Cheeks before shoulders: the near strip stands between blade and guide, and must not come loose there.',
  ),
  told(
    'tilted-blade',
    tilted,
    'A tilted blade can pinch what it cuts off: the off-cut lies free, nothing holds it to fence or block, and hands stay off the side the blade leans to.',
  ),
  told(
    'buried-blade',
    all(model('table-saw'), carrier('fence')),
    'The blade is buried in the wood, and bare as the end leaves it: push block, and hands never over the line of the cut.',
  ),
  told(
    'off-cut-flies',
    all(model('table-saw'), stage('rebate', 'end')),
    'The strip that comes loose can be thrown back: stand beside its line, and keep it clear of the fence.',
  ),
  told(
    'let-down',
    all(model('router-table'), carrier('between-stops')),
    'The piece is let down on to a turning cutter: one end hard against its stop first, hands well away from where it comes up, a push block for the feed.',
  ),
  told(
    'along-table',
    all(model('router-table'), carrier('along-fence')),
    'From right to left, against the cutter’s rotation; a guard over the cutter, push block and feather board, hands never beside it.',
  ),
  told(
    'sled-guard',
    all(model('router-table'), carrier('router-sled')),
    'Handles on the sled and both hands on them; a guard over the cutter, and feed from right to left, against its rotation.',
  ),
  {
    id: 'fence-opening',
    words: (at) =>
      insideFence(at) > 0.05
        ? say(
            'The cutter stands {inside} inside the fence: the fence needs an opening there, wider than the cutter and no wider than it must be.',
            { inside: insideFence(at) },
          )
        : undefined,
  },
  told(
    'gauge-not-fence',
    all(model('table-saw'), carrier('mitre-gauge'), not(stage('slot'))),
    'The block only sets the length: hold the piece to the mitre gauge, and see that it has left the block before it meets the teeth.',
  ),
  told(
    'sled-exit',
    all(model('table-saw'), carrier('sled')),
    'The blade comes out of the back of the sled: hands on the piece beside its line, a block behind the fence of the sled where it comes out.',
  ),
  told(
    'wait-for-blade',
    either(onEnd, downTheGrain),
    'Wait for the blade to stop before you unclamp, turn or move the piece or its guide.',
  ),
  told(
    'bandsaw-across',
    all(model('bandsaw'), stage('shoulders')),
    'Hold the piece square to the blade with a block or gauge: on its edge it wants to roll towards the teeth.',
  ),
  told(
    'bandsaw-guides',
    model('bandsaw'),
    'Set the guides just above the wood, and keep fingers out of the line of the blade.',
  ),
  told(
    'bandsaw-push',
    downTheGrain,
    'Use a push block for the last of the cut; the blade comes out where the hand would be if it runs through.',
  ),
  told(
    'router-tips',
    all(
      model('hand-router'),
      either(
        carrier('edge-guide'),
        all(carrier('straight-edge', 'two-rails', 'bearing-edge'), onEdge),
      ),
    ),
    'A router tips on a narrow edge: clamp a second piece of equal height beside it, and keep the weight over the wood.',
  ),
  /**
   * Seen from above a cutter turns clockwise: the wood pushes it to the left of the way it goes.
   */
  told(
    'feed-guide',
    all(model('hand-router'), carrier('edge-guide')),
    'Stand with the guide on your side of the wood and push from left to right: the rotation draws the guide to its face. The other way the router runs off.',
  ),
  told(
    'feed-straight-edge',
    all(model('hand-router'), carrier('straight-edge', 'two-rails', 'bearing-edge')),
    'With the straight-edge beyond the router push from left to right, with it on your side from right to left: the rotation draws the router to it. The other way it runs off.',
  ),
  told(
    'copying',
    model('copy-router'),
    'The piece clamped, both hands on the handles, clear of cutter and follower; let the cutter stop before you unclamp.',
  ),
  told(
    'both-hands',
    model('hand-router', 'jig-router'),
    'Both hands on the router; start it before the plunge and let it stop before you lift it off.',
  ),
  told(
    'hold-down',
    model('mortiser'),
    'The hold-down on, both hands clear of the chisel; it is sharp and, after a few bites, hot.',
  ),
  told(
    'drill-held',
    model('drill-press'),
    'The piece clamped, or its end hard against a stop that keeps it from turning; sleeves, hair and gloves away from the bit.',
  ),
  told(
    'feather-board',
    either(
      all(model('table-saw'), carrier('fence')),
      all(model('router-table'), carrier('along-fence')),
    ),
    'A feather board against the side and a push block behind; stand out of the line of the cut.',
  ),
  {
    id: 'unplug',
    words: (at) =>
      powered(at)
        ? say(
            `Unplug the machine before hands go near ${edgeOf(at)} to change or measure; its switch off before you plug it in again.`,
          )
        : undefined,
  },
  {
    id: 'turn-by-hand',
    words: (at) =>
      either(onEnd, stacked, tilted, lying, model('jig-router', 'router-table', 'copy-router'))(at)
        ? say(
            `Turn ${edgeOf(at)} by hand, a whole turn: it clears guide, stops, clamps and screws.`,
          )
        : undefined,
  },
  { id: 'speed', words: (at) => speedWords(at) },
  {
    id: 'slow-start',
    words: ({ cutter }) =>
      cutter &&
      'diameter' in cutter &&
      (cutter.kind === 'router-cutter' || cutter.kind === 'paired-cutters') &&
      cutter.diameter > BIG_CUTTER
        ? say('So large a cutter is started at the lowest speed, and only then brought up.')
        : undefined,
  },
  told('shank', routed, 'Two thirds of the shank in the collet, and not quite to its bottom.'),
  told(
    'loose-tools',
    not(either(model('bench'), portable)),
    'Loose tools, rules and blocks off the table before the power goes on.',
  ),
  told(
    'glue-up',
    glued,
    'Gloves for the glue, and a flat place to clamp on; what is glued in a twist stays in a twist.',
  ),
  told(
    'clamped',
    all(model('bench'), carrier('bit')),
    'The piece clamped, not held; no hand under where the bit comes out.',
  ),
  told(
    'hand-saw',
    all(
      model('bench'),
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
    all(model('bench'), not(glued), not(carrier('bit', 'end-off'))),
    'Both hands behind the tool’s edge; the piece clamped, not held.',
  ),
  told('eyes', powered, 'Eyes, ears and dust: glasses, muffs, extraction.'),
];

/** Stands once on every card. */
export const DEFER = say(
  'Velk informs. The machine’s manual, your training and local rules come first.',
);
