import type { TenonFeature } from '../../joints/index.ts';
import type { Setup } from '../../setups/index.ts';
import { toolById, toolsOf } from '../../tooling/index.ts';
import { say, type Mm } from '../../units/index.ts';
import { CAUTIONS } from '../cautions.ts';
import { cheekLength } from '../flippedCheeks.ts';
import { figuresFor, SAME, type Method } from '../method.ts';
import { missing, under } from '../refusal.ts';
import { steppedSettings } from '../steppedCheeks.ts';
import { uprightRefusals } from '../upright.ts';

/** The two pairs of cheeks: which face stays at the jig, its shoulder, the tongue, and what is left beyond it. */
const pairsOf = ({ stock, faceShoulder: a, thickness: t, edgeShoulder: b, width: w }: TenonFeature) =>
  [
    { name: 'face', seat: 'reference-face', words: 'Reference face', near: a, tongue: t, far: stock.thickness - a - t, acts: 'thickness' },
    { name: 'edge', seat: 'reference-edge', words: 'Reference edge', near: b, tongue: w, far: stock.width - b - w, acts: 'width' },
  ].filter(({ near, far }) => near > SAME || far > SAME) as readonly Pair[]; // prettier-ignore

interface Pair {
  readonly name: 'face' | 'edge';
  readonly seat: 'reference-face' | 'reference-edge';
  readonly words: string;
  readonly near: Mm;
  readonly tongue: Mm;
  readonly far: Mm;
  readonly acts: 'thickness' | 'width';
}

/**
 * Table saw, piece on end in a jig, both cheeks from one face: the jig is moved by tenon + kerf between them. Neither the
 * tenon nor its place depends on the stock; an error of the kerf goes straight into the tenon.
 */
export const sawUprightStepped: Method<TenonFeature> = {
  id: 'saw-upright-stepped',
  title: 'Cheeks, upright on the table saw from one face',
  form: 'tenon',
  stage: 'cheeks',
  waste: 'between',
  applies: () => true,
  refuse(feature, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    if (!saw) return [missing('table saw', 'Cheeks on end need a table saw. Add one, or use the bandsaw.')];
    const { kerf } = toolById(shop, 'saw-blade', saw.bladeId);
    const { stock, length } = feature;
    return pairsOf(feature).flatMap(({ name, near }) => [
      ...uprightRefusals(
        {
          length: stock.length,
          bladeHeight: length,
          across: name === 'face' ? stock.thickness : stock.width,
          onEdge: name === 'edge',
        },
        shop,
        'use the bandsaw',
      ),
      ...(near > SAME
        ? under(
            near,
            kerf,
            name === 'face' ? 'faceShoulder' : 'edgeShoulder',
            'shoulder',
            'The shoulder is {value}, the kerf {bound}: the second cut would run into the jig’s face. Turn the piece over instead.',
          )
        : []),
    ]);
  },
  setups(feature, shop, { joint, occurrences, shouldersFirst }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const jig = toolsOf(shop, 'upright-jig')[0]!;
    const { kerf } = toolById(shop, 'saw-blade', saw.bladeId);
    const make = figuresFor(shop);
    const height = make(
      {
        id: 'blade-height',
        name: 'Blade height',
        from: 'table',
        to: 'highest-tooth',
        ...cheekLength(feature.length, shouldersFirst ? shop.secondCutShort : 0),
      },
      { scale: saw.heightScale },
    );
    return pairsOf(feature).flatMap(({ name, seat, words, near, tongue, far, acts }) => {
      const { first, second, step } = steppedSettings(tongue, near, kerf);
      const fence = (id: string, title: string, value: Mm, rounding: 'up' | 'down', working: ReturnType<typeof say>) =>
        make({ id, name: title, value, from: 'jig-face', to: 'near-side', rounding, acts, working }, { screw: jig.screw }); // prettier-ignore
      const cuts = [
        ...(far > SAME
          ? [fence(`${name}-fence-far`, 'Fence, far cheek', first, 'up', say('near shoulder {near} + tongue {tongue}', { near, tongue }))] // prettier-ignore
          : []),
        ...(second === undefined
          ? []
          : [fence(`${name}-fence-near`, 'Fence, near cheek', second, 'down', say('far cheek {first} − step {step}: tongue {tongue} + kerf {kerf}', { first, step, tongue, kerf }))]), // prettier-ignore
      ];
      return cuts.map((figure): Setup => ({
        id: `${joint}.saw-stepped.${figure.id}`,
        method: sawUprightStepped.id,
        title: name === 'face' ? sawUprightStepped.title : 'Edge cheeks, upright on the table saw from one edge',
        model: 'table-saw',
        carrier: 'upright-jig',
        machine: saw.id,
        cutter: saw.bladeId,
        guides: [jig.id],
        effect: 'remove',
        stage: 'cheeks',
        figures: [figure, height],
        passes: [
          {
            id: figure.id,
            words: say(`Worked end down, ${words.toLowerCase()} to the jig for both cheeks: the piece is not turned`),
            seat: { 'jig-face': seat, table: 'worked-end' },
            figures: { across: figure.id, height: height.id },
          },
        ],
        occurrences,
        cautions: [
          CAUTIONS.bladeHigh(height.set.value),
          CAUTIONS.cheeksBeforeShoulders,
          CAUTIONS.unplugSaw,
          CAUTIONS.eyes,
        ],
        checks: [
          say('Between the two cheeks the jig moves by {step}, tongue and kerf; measure the kerf, its error goes into the tongue.', { step }), // prettier-ignore
          say('Run all pieces through the far cheek before the jig is moved.'),
        ],
      }));
    });
  },
};
