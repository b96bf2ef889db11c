import type { EndFeature, TenonFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import { angleOf, toolById, toolsOf } from '../../../shop/index.ts';
import { overBlade } from '../../method/blades.ts';
import { called, type Method } from '../../method/method.ts';
import { over, under } from '../../method/refusal.ts';
import {
  shortOf,
  shoulderReminders,
  shouldersLeft,
  shouldersOf,
  toShoulderBy,
} from '../../method/shoulders.ts';
import { onCutting, onSetting, type Setup } from '../../setups/index.ts';
import { onTableSaw } from '../figures.ts';
import {
  ABOVE,
  ALL_TILTED,
  alongTable,
  atSaw,
  gearOf,
  guideSide,
  leansAway,
  tiltRefusals,
} from './../tilting.ts';

/** The end sawn off askew by a tilted blade. */
export const tiltedEnd: Method<EndFeature> = {
  id: 'tilted-end',
  ...called('End', 'on the table saw with its blade tilted'),
  form: 'end',
  stage: 'end',
  lean: { by: 'tilt' },
  applies: ({ lean }) => lean?.about === 'width',
  refuse({ stock, lean }, shop) {
    return tiltRefusals(Math.abs(lean!.degrees), shop, stock.thickness + ABOVE, 'thickness');
  },
  setups({ stock, lean }, shop, { joint, occurrences }): Setup[] {
    const { saw } = gearOf(shop);
    const { cos } = angleOf(lean!.degrees);
    const T = stock.thickness * cos;
    /** The face whose slant the blade can follow with the fence where it usually stands. */
    const face = (['reference-face', 'other-face'] as const).find(
      (f) => guideSide(saw, leansAway(lean!, f)) === saw.fenceSide,
    )!;
    const stands = {
      value: T + ABOVE,
      text: 'piece as it lies {T} + {more}',
      lengths: { T, more: ABOVE },
    };
    return [
      {
        id: `${joint}.tilted-end`,
        method: tiltedEnd.id,
        title: tiltedEnd.title,
        stage: 'end',
        ...atSaw(lean!, 0, face, stands, shop, 'end'),
        occurrences,
        reminders: [
          onCutting(
            'The cut runs through the corner that stands out: the piece keeps its length there.',
          ),
          ...ALL_TILTED,
        ],
      },
    ];
  },
};

/** Face shoulders by the tilted blade; edge shoulders by the upright one, the gauge turned. */
export const tiltedShoulders: Method<TenonFeature> = {
  id: 'tilted-shoulders',
  ...called('Shoulders', 'on the table saw with its blade tilted'),
  form: 'tenon',
  stage: 'shoulders',
  lean: { by: 'tilt' },
  applies: ({ lean }) => lean?.about === 'width',
  refuse(feature, shop) {
    const { length, lean } = feature;
    const deepest = Math.max(0, ...shouldersOf(feature).map((s) => s.depth));
    const [saw] = toolsOf(shop, 'table-saw');
    const refusals = tiltRefusals(Math.abs(lean!.degrees), shop, deepest, 'faceShoulder');
    if (!saw || refusals.length) return refusals;
    const { kerf, block } = gearOf(shop);
    const farthest = Math.max(
      alongTable(lean!, length, 'reference-face'),
      alongTable(lean!, length, 'other-face'),
    );
    return [
      ...under(
        length,
        kerf,
        'tenonLength',
        'tenon length',
        'The tenon is {value} long, the kerf {bound} wide: the saw would cut past its end.',
      ),
      ...over(
        farthest + block.thickness,
        saw.fenceReach,
        'tenonLength',
        'tenon length',
        'The fence would stand {value} from the blade; it reaches {bound}.',
      ),
    ];
  },
  setups(feature, shop, context): Setup[] {
    const { joint, occurrences, shouldersFirst } = context;
    const { length: L, lean } = feature;
    const { saw, block, kerf } = gearOf(shop);
    const { sin, cos } = angleOf(Math.abs(lean!.degrees));
    const { teeth } = toolById(shop, 'saw-blade', saw.bladeId);
    const short = shouldersFirst ? 0 : shop.secondCutShort;
    const own = {
      method: tiltedShoulders.id,
      title: tiltedShoulders.title,
      stage: 'shoulders' as const,
      occurrences,
    };
    return shouldersLeft(feature, context).map(({ down, depth, words }): Setup => {
      const id = `${joint}.tilted-shoulder.${down}`;
      const cut = depth - shortOf(depth, short);
      if (down === 'reference-face' || down === 'other-face') {
        /**
         * Along the blade to its tooth beside the shoulder; leaning away, the tooth at its other
         * side stands higher.
         */
        const away = leansAway(lean!, down);
        const stands = away
          ? {
              value: cut * cos + kerf * sin,
              text: `shoulder as deep along the slant as {cut}, upright {rise} + what the kerf {kerf} rises, {more}`,
              lengths: { cut, rise: cut * cos, kerf, more: kerf * sin },
            }
          : {
              value: cut * cos,
              text: 'shoulder as deep along the slant as {cut}, upright {rise}',
              lengths: { cut, rise: cut * cos },
            };
        return {
          id,
          ...own,
          title: `${own.title}, fence on the ${guideSide(saw, away)}`,
          ...atSaw(lean!, L, down, stands, shop, 'shoulder'),
          reminders: [
            onSetting(
              `For the two faces the fence stands on opposite sides of the blade; here on the ${guideSide(saw, away)}.`,
            ),
            ...ALL_TILTED,
            ...shoulderReminders(feature, teeth),
          ],
        };
      }
      const on = onTableSaw(shop);
      const fence = on.fenceToFarSide(toShoulderBy(L, block.thickness, 'stop block'));
      const height = on.height({
        value: cut,
        rounding: 'down',
        acts: 'width',
        working: short
          ? say('edge shoulder {depth} − {short}: the cheek is cut already', {
              depth,
              short: depth - cut,
            })
          : say('edge shoulder {depth}', { depth }),
      });
      return {
        id,
        ...own,
        title: 'Edge shoulders, on the table saw with the gauge turned',
        ...overBlade(saw, 'mitre-gauge', [block]),
        figures: [fence, height],
        passes: [
          {
            id: down,
            words: say(
              `${words}, blade upright, worked end to the stop block, then feed with the mitre gauge`,
            ),
            seat: { table: down, 'stop-face': 'worked-end' },
            figures: { across: fence.id, height: height.id },
          },
        ],
        reminders: shoulderReminders(feature, teeth),
      };
    });
  },
};
