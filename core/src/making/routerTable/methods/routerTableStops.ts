import type { MortiseFeature } from '../../../design/index.ts';
import {
  beforehand,
  onCutting,
  onSetting,
  type Occurrence,
  type Setup,
} from '../../setups/index.ts';
import { say, type Mm, type Sentence } from '../../../ground/index.ts';
import { endOf, placeAcross } from '../../method/mortiseEnds.ts';
import { bitesOf, inLevels, plunged } from '../../method/levels.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { stopSide, type Lies } from '../../method/stopSide.ts';
import { tableGear, tableRefusals } from '../routing.ts';
import { onRouterTable } from '../figures.ts';

/** Reference face along the fence, the mortise down. */
const LIES: Lies = { fence: 'reference-face', up: 'far-edge', stop: 'layout-end' };

const gearFor = ({ width: m, depth }: MortiseFeature, shop: Parameters<typeof tableGear>[1]) =>
  tableGear(depth, shop, (c) => c.centreCutting && Math.abs(c.diameter - m) < SAME);

/** Router table, the piece let down over the cutter at one stop and fed to the other. */
export const routerTableStops: Method<MortiseFeature> = {
  id: 'router-table-stops',
  ...called('Mortise', 'router table between stops'),
  form: 'mortise',
  stage: 'mortise',
  applies: ({ into, through }) => into !== 'end' && !through,
  refuse(feature, shop) {
    const { width: m, depth: D, length: l, wall: p, start: q } = feature;
    const refused = tableRefusals(D, 'mortiseDepth', 'mortise depth', shop);
    if (refused.length) return refused;
    const gear = gearFor(feature, shop);
    if (!gear)
      return [
        {
          ...missing('cutter', ''),
          path: 'mortiseWidth',
          value: m,
          message: say(
            'No cutter is {m} across, {D} long, and cuts at its centre. Rout it in a jig, in rows, or add one.',
            { m, D },
          ),
        },
      ];
    return [
      ...over(
        p + m / 2,
        gear.table.fenceReach,
        'wall',
        'near wall',
        'The fence would stand {value} from the cutter; it reaches {bound}.',
      ),
      ...over(
        m,
        l,
        'mortiseLength',
        'mortise length',
        'The cutter is {value}, longer than the mortise, {bound}.',
      ),
      ...(q < -SAME
        ? over(
            -q,
            0,
            'position',
            'position',
            'The cutter would run {value} past the end. Leave a horn at least that much longer.',
          )
        : []),
    ];
  },
  setups(feature, shop, { joint, occurrences }) {
    const gear = gearFor(feature, shop);
    if (!gear) return [];
    const { table, cutter } = gear;
    const { wall: p, width: m, start: q, length: l, depth: D, stock } = feature;
    const [d, P] = [cutter.diameter, stock.length];
    const on = onRouterTable(shop, d);
    const fence = on.fenceToCentre({
      value: p + m / 2,
      ...placeAcross(feature),
      acts: 'thickness',
      working: say('near wall {p} + half the mortise {half}', { p, half: m / 2 }),
    });
    const height = on.height({
      value: D,
      purpose: 'depth',
      rounding: 'up',
      acts: 'width',
      working: say('mortise depth {D}', { D }),
    });
    const stop = (side: 'left' | 'right', value: Mm, working: Sentence) =>
      on[`${side}Stop`]({
        value,
        ...endOf(feature, 'far'),
        acts: 'length',
        summed: true,
        working,
      });
    const atLayout = say('layout end to the mortise’s far end {far} − half the cutter {half}', {
      far: q + l,
      half: d / 2,
    });
    const atOther = say('length of the piece {P} − position {q} − half the cutter {half}', {
      P,
      q,
      half: d / 2,
    });
    return (['left', 'right'] as const).flatMap((side): Setup[] => {
      const here: Occurrence[] = occurrences.filter((o) => stopSide(LIES, o, 'far') === side);
      if (!here.length) return [];
      const other = side === 'left' ? 'right' : 'left';
      const stops = [stop(side, q + l - d / 2, atLayout), stop(other, P - q - d / 2, atOther)];
      const [left, right] = side === 'left' ? stops : [...stops].reverse();
      return [
        {
          id: `${joint}.router-table-${side}`,
          method: routerTableStops.id,
          title: `${routerTableStops.title}, layout end on the ${side}`,
          model: 'router-table',
          carrier: 'between-stops',
          machine: table.id,
          cutter: cutter.id,
          guides: [],
          stage: 'mortise',
          figures: [fence, left!, right!, height],
          passes: inLevels(
            {
              id: 'run',
              words: say(''),
              seat: {
                'fence-face': 'reference-face',
                table: 'entry-edge',
                'left-stop': side === 'left' ? 'layout-end' : 'far-end',
              },
              figures: { across: fence.id, height: height.id, left: left!.id, right: right!.id },
            },
            height.set.value,
            bitesOf(cutter, shop),
            plunged(
              'Cutter {level} high: one end to the right stop, let down over the cutter, fed to the left stop',
            ),
            feature.sunk,
          ),
          occurrences: here,
          reminders: [
            beforehand(
              'A hole bored at either end of the mortise lets the work drop over the cutter.',
            ),
            onSetting(
              'The stops are for pieces {P} long: one that is longer starts as much farther along.',
              { P },
            ),
            onCutting(
              'Raise the cutter a level at a time, all pieces through before it is raised again.',
            ),
          ],
        },
      ];
    });
  },
};
