import type { NotchFeature } from '../../joints/index.ts';
import { figure, type FigureDraft, type Pass, type Setup } from '../../setups/index.ts';
import { toolsOf } from '../../tooling/index.ts';
import { say, type Mm, type Sentence } from '../../units/index.ts';
import { stackPasses, stackWithin } from '../blades.ts';
import { CAUTIONS } from '../cautions.ts';
import { figuresFor, SAME, type Method } from '../method.ts';
import { missing, over, under } from '../refusal.ts';

const FACE = { 'reference-face': 'reference face', 'other-face': 'other face' } as const;

/** Table saw with a stack, the piece lying on the notched face on a sled: both walls against a stop, then what is between. */
export const sawNotch: Method<NotchFeature> = {
  id: 'saw-notch',
  title: 'Notch, lying flat over a stack',
  form: 'notch',
  stage: 'notch',
  applies: () => true,
  refuse({ stock, length, depth }, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    const choice = stackWithin(length, shop);
    if (!saw || !choice)
      return [missing('stack', 'No stack here goes into this notch. Saw and pare it by hand, or add a dado stack.')];
    return [
      ...over(
        depth,
        Math.min(saw.maxBladeHeight, choice.stack.diameter / 2),
        'mortiseWidth',
        'depth of the notch',
        'The notch is {value} deep; the stack rises to {bound}. Saw and pare it by hand.',
      ),
      ...under(
        stock.length,
        shop.rules.shortestCrosscut,
        'length',
        'length',
        'The piece is {value} long; under {bound} it is too short for a power crosscut. Notch it while it is part of a longer piece.',
      ),
    ];
  },
  setups({ face, start: q, length: w, depth }, shop, { joint, occurrences }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const { stack, makeUp } = stackWithin(w, shop)!;
    const { chippers, value: K } = makeUp!;
    const make = figuresFor(shop);
    const stop = (id: string, name: string, value: Mm, rounding: 'up' | 'down', working: Sentence) =>
      make({ id, name, value, from: 'end-stop', to: 'far-side', rounding, acts: 'length', working });
    const far = stop('stop-far', 'End stop or mark, far wall', q + w, 'down', say('layout end to the notch {q} + its length {w}', { q, w })); // prettier-ignore
    const near = stop('stop-near', 'End stop or mark, near wall', q + K, 'up', say('layout end to the notch {q} + width of the stack {K}', { q, K })); // prettier-ignore
    const height = make(
      {
        id: 'blade-height',
        name: 'Height of the stack',
        value: depth,
        from: 'table',
        to: 'highest-tooth',
        rounding: 'up',
        acts: 'thickness',
        working: say('depth of the notch {depth}', { depth }),
      },
      { scale: saw.heightScale },
    );
    const words = FACE[face];
    const pass = (id: string, told: Sentence, at: string, off = 0): Pass => ({
      id,
      words: told,
      seat: { table: face, 'end-stop': 'layout-end' },
      figures: { across: at, height: height.id },
      ...(off && { off }),
    });
    const one = w - K < SAME;
    const steps = stackPasses(w, K) - 1;
    const between = Array.from({ length: Math.max(0, steps - 1) }, (_, i) => ((i + 1) * (w - K)) / steps);
    return [
      {
        id: `${joint}.saw-notch.${face}`,
        method: sawNotch.id,
        title: sawNotch.title,
        model: 'table-saw',
        carrier: 'sled',
        machine: saw.id,
        cutter: stack.id,
        between: chippers,
        guides: [],
        effect: 'remove',
        stage: 'notch',
        figures: one ? [far, height] : [far, near, height],
        passes: [
          pass('far-wall', say(`${words.replace(/^./, (c) => c.toUpperCase())} down, layout end to the stop: far wall`), far.id), // prettier-ignore
          ...(one ? [] : [pass('near-wall', say('The same way to the stop’s second place: near wall'), near.id)]),
          ...between.map(
            (off, i) =>
            pass(`between-${i + 1}`, say('Between the walls, the piece drawn {off} off the far wall’s stop', { off }), far.id, off), // prettier-ignore
          ),
        ],
        occurrences,
        cautions: [CAUTIONS.stackGuard, CAUTIONS.unplugSaw, CAUTIONS.eyes],
        checks: [
          say('Made up {K} wide as it cuts: a test cut tells.', { K }),
          say('The other piece itself is the gauge: try it in the notch before the stop is taken down.'),
          say('A backing strip behind the piece keeps its edge from breaking out.'),
        ],
      },
    ];
  },
};

/** Sawn down both walls by hand, the floor pared from both edges. */
export const handNotch: Method<NotchFeature> = {
  id: 'hand-notch',
  title: 'Notch, sawn and pared by hand',
  form: 'notch',
  stage: 'notch',
  applies: () => true,
  refuse: () => [],
  setups({ face, start: q, length: w, depth }, _shop, { joint, occurrences }): Setup[] {
    const line = (draft: Omit<FigureDraft, 'rounding'>) => figure({ ...draft, rounding: 'nearest' }, { graduation: 0 });
    const figures = [
      line({ id: 'near-end', name: 'Knife line, near wall', value: q, from: 'layout-end', to: 'near-end', acts: 'length', working: say('layout end to the notch {q}', { q }) }),
      line({ id: 'far-end', name: 'Knife line, far wall', value: q + w, from: 'layout-end', to: 'far-end', acts: 'length', working: say('layout end to the notch {q} + its length {w}', { q, w }) }),
      line({ id: 'floor', name: 'Gauge, floor', value: depth, from: face, to: 'floor', acts: 'thickness', working: say('depth of the notch {depth}', { depth }) }),
    ]; // prettier-ignore
    return [
      {
        id: `${joint}.hand-notch.${face}`,
        method: handNotch.id,
        title: handNotch.title,
        model: 'bench',
        carrier: 'across',
        machine: null,
        cutter: null,
        guides: [],
        effect: 'remove',
        stage: 'notch',
        figures,
        passes: [
          {
            id: 'all',
            words: say('Saw inside both knife lines down to the gauge line, some kerfs between, then pare the floor from both edges'), // prettier-ignore
            seat: {},
            figures: Object.fromEntries(figures.map((f) => [f.id, f.id])),
          },
        ],
        occurrences,
        cautions: [CAUTIONS.handSaw, CAUTIONS.chisel],
        checks: [
          say('Mark the second wall from the other piece itself, held on the first line.'),
          say('A straight-edge across the floor: hollow in the middle does no harm, a hump keeps the joint open.'),
        ],
      },
    ];
  },
};
