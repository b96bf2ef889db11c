import type { TenonFeature } from '../../joints/index.ts';
import { figure, type FigureDraft, type LengthFigure } from '../../setups/index.ts';
import { say } from '../../units/index.ts';
import { CAUTIONS } from '../cautions.ts';
import { SAME, type Method } from '../method.ts';

/** Gauge lines of the cheeks, from the reference face and edge; a cheek that is the stock's own face has none. */
function gaugeLines({ stock, faceShoulder: a, thickness: t, edgeShoulder: b, width: w }: TenonFeature): LengthFigure[] {
  const line = (id: string, name: string, draft: Pick<FigureDraft, 'value' | 'from' | 'acts' | 'working'>) =>
    figure({ id, name: `Gauge, ${name}`, to: id, rounding: 'nearest', ...draft }, { graduation: 0 });
  const face = { from: 'reference-face', acts: 'thickness' } as const;
  const edge = { from: 'reference-edge', acts: 'width' } as const;
  return [
    ...(a > SAME ? [line('near-cheek', 'near cheek', { ...face, value: a, working: say('near shoulder {a}', { a }) })] : []),
    ...(stock.thickness - a - t > SAME
      ? [line('far-cheek', 'far cheek', { ...face, value: a + t, working: say('near shoulder {a} + tenon {t}', { a, t }) })]
      : []),
    ...(b > SAME ? [line('near-edge', 'near edge', { ...edge, value: b, working: say('edge shoulder {b}', { b }) })] : []),
    ...(stock.width - b - w > SAME
      ? [line('far-edge', 'far edge', { ...edge, value: b + w, working: say('edge shoulder {b} + tenon width {w}', { b, w }) })]
      : []),
  ]; // prettier-ignore
}

/** Laid out with gauge and knife, sawn by hand: cheeks down the gauge lines, then the shoulders on the knife line. */
export const handTenon: Method<TenonFeature> = {
  id: 'hand-tenon',
  title: 'Shoulders and cheeks, sawn by hand',
  form: 'tenon',
  stage: 'cheeks',
  also: ['shoulders'],
  applies: () => true,
  refuse: () => [],
  setups(feature, _shop, { joint, occurrences }) {
    const L = feature.length;
    const knife = figure(
      { id: 'shoulder', name: 'Knife line, shoulder', value: L, from: 'tip', to: 'shoulder', rounding: 'nearest', acts: 'length', working: say('tenon length {L}', { L }) }, // prettier-ignore
      { graduation: 0 },
    );
    const figures = [...gaugeLines(feature), knife];
    return [
      {
        id: `${joint}.hand-tenon`,
        method: handTenon.id,
        title: handTenon.title,
        model: 'bench',
        carrier: 'hand-saw',
        machine: null,
        cutter: null,
        guides: [],
        effect: 'remove',
        stage: 'cheeks',
        figures,
        passes: [
          {
            id: 'all',
            words: say('Saw down outside each gauge line to the knife line, then saw the shoulders on the knife line'),
            seat: {},
            figures: Object.fromEntries(figures.map((f) => [f.id, f.id])),
          },
        ],
        occurrences,
        cautions: [CAUTIONS.handSaw, CAUTIONS.chisel],
        checks: [
          say('Gauge from the reference face and edge only, over the end and down both sides.'),
          say(
            'Knife the shoulder all round with the square’s stock on the reference face and edge: the line meets itself.',
          ),
          say('The saw stays in the waste, beside the line; pare to it with the chisel.'),
        ],
      },
    ];
  },
};
