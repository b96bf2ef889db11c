import { rimSpeed, topSpeed } from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import type { Hazard, Situation } from './hazard.ts';
import { always, carrier, either, not, stacked, tilted, told, type When } from './when.ts';

/** From this diameter on a router is started slowly, mm: common practice. */
const BIG_CUTTER: Mm = 25;

const routed: When = ({ cutter }) =>
  cutter?.kind === 'router-cutter' || cutter?.kind === 'paired-cutters';
const portable: When = ({ setup }) =>
  ['hand-router', 'jig-router', 'copy-router'].includes(setup.model);
/** What turns where guides, stops, clamps or screws could stand in its way. */
const couldMeet = either(
  stacked,
  tilted,
  carrier('upright-jig', 'sled', 'mitre-gauge'),
  ({ setup }) => ['jig-router', 'router-table', 'copy-router'].includes(setup.model),
);

/** The thing that cuts, in the trade's word for the machine. */
const EDGE: Readonly<Record<string, string>> = {
  'table-saw': 'the blade',
  'overhead-saw': 'the blade',
  bandsaw: 'the blade',
  mortiser: 'chisel or bit',
  'drill-press': 'the bit',
};
const edgeOf = ({ setup }: Situation): string => EDGE[setup.model] ?? 'the cutter';

/**
 * The speed to run a cutter at: never over its mark, nor over what its diameter bears, nor over the
 * machine's own.
 */
function speedWords({
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

/** What goes for everything that is under power, after what is a machine's own. */
export const POWERED: readonly Hazard[] = [
  {
    id: 'unplug',
    words: (situation) =>
      say(
        `Unplug the machine before hands go near ${edgeOf(situation)} to change or measure; its switch off before you plug it in again.`,
      ),
  },
  {
    id: 'turn-by-hand',
    words: (situation) =>
      couldMeet(situation)
        ? say(
            `Turn ${edgeOf(situation)} by hand, a whole turn: it clears guide, stops, clamps and screws.`,
          )
        : undefined,
  },
  { id: 'speed', words: (situation) => speedWords(situation) },
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
    not(portable),
    'Loose tools, rules and blocks off the table before the power goes on.',
  ),
  told('eyes', always, 'Eyes, ears and dust: glasses, muffs, extraction.'),
];

/** Stands once on every card. */
export const DEFER = say(
  'Velk informs. The machine’s manual, your training and local rules come first.',
);
