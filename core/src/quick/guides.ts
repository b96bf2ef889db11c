import { rimSpeed, toolsOf, topSpeed, makeUp, type Shop } from '../shop/index.ts';
import { counted, INCH, say, turnsFor, turnsInWords, type Mm } from '../ground/index.ts';
import { templateSlot, templateWork } from '../making/index.ts';
import { answered, clash, num, type QuickFigure } from './question.ts';
import { across, circle, down, line, rect } from './sketch.ts';

const inUnit = (shop: Shop, metric: Mm, inches: number): Mm =>
  shop.style.system === 'mm' ? metric : inches * INCH;

/** A hand-held router between two stops. */
export const stopSpacing: QuickFigure = {
  id: 'stop-spacing',
  title: 'Stop spacing',
  question: 'How far apart do the router’s stops stand?',
  asks: (shop) => {
    const router = toolsOf(shop, 'router')[0];
    return [
      { id: 'l', label: 'Mortise length', type: 'length', initial: inUnit(shop, 50, 2) },
      { id: 'd', label: 'Cutter', type: 'length', initial: inUnit(shop, 8, 3 / 8) },
      { id: 'B1', label: 'Base, left', type: 'length', initial: router?.baseLeft ?? 75 },
      { id: 'B2', label: 'Base, right', type: 'length', initial: router?.baseRight ?? 75 },
    ];
  },
  answer(given) {
    const [l, d, left, right] = [
      num(given, 'l'),
      num(given, 'd'),
      num(given, 'B1'),
      num(given, 'B2'),
    ];
    if (d > l + 1e-9)
      return clash('d', say('The cutter, {d}, is longer than the mortise, {l}.', { d, l }));
    if (d / 2 >= Math.min(left, right))
      return clash('d', say('The cutter, {d}, reaches past the edge of the base.', { d }));
    const travel = l - d;
    const total = travel + left + right;
    return answered({
      found: [
        { name: 'Stop to stop', value: total, unit: 'length' },
        { name: 'Centre line to left stop', value: travel / 2 + left, unit: 'length' },
        { name: 'Centre line to right stop', value: travel / 2 + right, unit: 'length' },
        { name: 'Travel', value: travel, unit: 'length' },
      ],
      working: [
        say('travel = mortise {l} − cutter {d}', { l, d }),
        say('stop to stop = travel {travel} + base {left} + base {right}', { travel, left, right }),
      ],
      sketch: {
        shapes: [
          rect('wood', [0, 60], [total, 90]),
          rect('tenon', [left - d / 2, 60 + 15 - d / 2], [left + travel + d / 2, 75 + d / 2]),
          rect('steel', [-14, 20], [0, 90]),
          rect('steel', [total, 20], [total + 14, 90]),
          rect('line', [0, 30], [left + right, 52]),
          line('line', [left + travel / 2, 10], [left + travel / 2, 100]),
        ],
        marks: [across(0, total, 20, -14), across(left - d / 2, left + travel + d / 2, 90, 16)],
      },
      uses: [{ dimension: 'mortiseLength', name: 'mortise length', value: l }],
    });
  },
};

/** A template's slot for a mortise, or the mortise that a slot makes. */
export const bushingSlot: QuickFigure = {
  id: 'bushing-slot',
  title: 'Bushing and slot',
  question: 'How wide a slot for this mortise, or how wide a mortise from this slot?',
  asks: (shop) => {
    const bushing = toolsOf(shop, 'bushing')[0];
    return [
      {
        id: 'ask',
        label: 'Looking for',
        type: 'choice',
        initial: 'slot',
        options: { slot: 'the slot', mortise: 'the mortise' },
      },
      { id: 'm', label: 'Mortise, or slot', type: 'length', initial: inUnit(shop, 10, 3 / 8) },
      { id: 'd', label: 'Cutter', type: 'length', initial: inUnit(shop, 9.5, 5 / 16) },
      {
        id: 'G',
        label: 'Bushing, outside as measured',
        type: 'length',
        initial: bushing?.outside ?? inUnit(shop, 16, 5 / 8),
      },
    ];
  },
  answer(given) {
    const [size, d, G] = [num(given, 'm'), num(given, 'd'), num(given, 'G')];
    const forSlot = given['ask'] === 'slot';
    if (G <= d)
      return clash(
        'G',
        say('The bushing, {G}, must be larger than the cutter that passes through it, {d}.', {
          G,
          d,
        }),
      );
    const slot = forSlot ? templateSlot(size, d, G) : size;
    const mortise = forSlot ? size : templateWork(size, d, G);
    if (d > mortise + 1e-9)
      return forSlot
        ? clash('d', say('The cutter, {d}, is wider than the mortise, {mortise}.', { d, mortise }))
        : clash('m', say('The slot, {slot}, is narrower than the bushing, {G}.', { slot, G }));
    return answered({
      found: [
        { name: forSlot ? 'Slot' : 'Mortise', value: forSlot ? slot : mortise, unit: 'length' },
        { name: 'Offset each side', value: (G - d) / 2, unit: 'length' },
      ],
      working: [
        forSlot
          ? say('slot = mortise {mortise} + bushing {G} − cutter {d}', { mortise, G, d })
          : say('mortise = slot {slot} − bushing {G} + cutter {d}', { slot, G, d }),
        say('a bushing larger than stated by some amount makes the mortise smaller by the same'),
      ],
      sketch: {
        shapes: [
          rect('steel', [-slot / 2 - 20, 0], [-slot / 2, 8]),
          rect('steel', [slot / 2, 0], [slot / 2 + 20, 8]),
          rect('line', [-slot / 2, -4], [-slot / 2 + G, 7]),
          rect('steel', [-slot / 2 + G / 2 - d / 2, 7], [-slot / 2 + G / 2 + d / 2, 26]),
          rect('wood', [-slot / 2 - 20, 9], [-mortise / 2, 34]),
          rect('wood', [mortise / 2, 9], [slot / 2 + 20, 34]),
          rect('wood', [-slot / 2 - 20, 27], [slot / 2 + 20, 34]),
        ],
        marks: [across(-slot / 2, slot / 2, 0, -8), across(-mortise / 2, mortise / 2, 34, 7)],
      },
      uses: [{ dimension: 'mortiseWidth', name: 'mortise width', value: mortise }],
    });
  },
};

/** A dado stack's chippers and shims for a width. */
export const stackMakeUp: QuickFigure = {
  id: 'stack',
  title: 'Stack make-up',
  question: 'Which chippers and shims make this width?',
  asks: (shop) => {
    const stack = toolsOf(shop, 'stack')[0];
    return [
      { id: 'K', label: 'Width', type: 'length', initial: inUnit(shop, 12, 1 / 2) },
      { id: 'outer', label: 'Outer blades together', type: 'length', initial: stack?.outer ?? 6.4 },
      {
        id: 'chippers',
        label: 'Chippers',
        type: 'lengths',
        initial: stack?.chippers ?? [3.2, 3.2, 1.6],
      },
      { id: 'shims', label: 'Shims', type: 'lengths', initial: stack?.shims ?? [0.1, 0.2, 0.5] },
    ];
  },
  answer(given, shop) {
    const [K, outer] = [num(given, 'K'), num(given, 'outer')];
    const [chippers, shims] = [given['chippers'] as readonly Mm[], given['shims'] as readonly Mm[]];
    if (K < outer - 1e-9)
      return clash('K', say('The outer blades alone cut {outer}, wider than {K}.', { outer, K }));
    if (chippers.length > 8) return clash('chippers', say('At most 8 chippers.'));
    if (shims.length > 12) return clash('shims', say('At most 12 shims.'));
    const stack = makeUp(
      {
        kind: 'stack',
        id: '',
        name: '',
        retired: false,
        outer,
        chippers,
        shims,
        diameter: 200,
        teeth: 'flat',
      },
      K,
    )!;
    const inside = [...stack.chippers, ...stack.shims];
    const lengths = Object.fromEntries(inside.map((s, i) => [`s${i}`, s]));
    let x = outer / 2;
    const between = inside.map((s, i) => {
      const shape = rect(i < stack.chippers.length ? 'line' : 'hidden', [x, 12], [x + s, 60]);
      x += s;
      return shape;
    });
    return answered({
      found: [
        {
          name: 'Cuts',
          value: stack.value,
          unit: 'length',
          words: inside.length
            ? say(
                `${counted(stack.chippers.length, 'chipper', 'chippers')}, ${counted(stack.shims.length, 'shim', 'shims')}`,
              )
            : say('the outer blades alone'),
        },
        ...(Math.abs(stack.error) > 5e-4
          ? [{ name: 'Left over', value: stack.error, unit: 'length' as const }]
          : []),
      ],
      working: [
        say(['outer {outer}', ...Object.keys(lengths).map((k) => `{${k}}`)].join(' + '), {
          outer,
          ...lengths,
        }),
        ...(shop.rules.stacks
          ? []
          : [say('local rules of this shop keep stacks off the table saw')]),
      ],
      sketch: {
        shapes: [
          rect('steel', [0, 0], [outer / 2, 72]),
          ...between,
          rect('steel', [x, 0], [x + outer / 2, 72]),
        ],
        marks: [across(0, x + outer / 2, 72, 8)],
      },
      uses: [{ dimension: 'tenonLength', name: 'tenon length', value: stack.value }],
    });
  },
};

/** How often to turn a screw for a move. */
export const screwTurns: QuickFigure = {
  id: 'screw-turns',
  title: 'Screw turns',
  question: 'How many turns move it this far?',
  asks: (shop) => [
    { id: 'x', label: 'Move', type: 'length', initial: inUnit(shop, 11.2, 7 / 16) },
    { id: 'lead', label: 'Travel of one turn', type: 'length', initial: inUnit(shop, 4, 1 / 32) },
    {
      id: 'ring',
      label: 'Divisions of its ring',
      type: 'number',
      initial: inUnit(shop, 80, 0),
      least: 0,
      most: 1000,
    },
  ],
  answer(given) {
    const [x, lead, divisions] = [num(given, 'x'), num(given, 'lead'), num(given, 'ring')];
    const turns = turnsFor(x, { lead, divisions });
    const shown = Math.min(12, Math.max(3, Math.ceil(x / lead) + 1));
    return answered({
      found: [
        { name: 'Turns', value: x / lead, unit: 'times', words: say(turnsInWords(turns)) },
        { name: 'Moves', value: turns.value, unit: 'length' },
        ...(Math.abs(turns.error) > 5e-4
          ? [{ name: 'Left over', value: turns.error, unit: 'length' as const }]
          : []),
      ],
      working: [
        say('turns = move {x} / travel of one turn {lead}', { x, lead }),
        divisions
          ? say(`one division of ${divisions} moves {step}`, { step: lead / divisions })
          : say('without a ring, to a quarter turn by eye'),
      ],
      sketch: {
        shapes: [
          rect('steel', [0, 4], [shown * 6, 14]),
          ...Array.from({ length: shown }, (_, i) => line('line', [i * 6, 4], [i * 6 + 6, 14])),
          rect('wood', [shown * 6, 0], [shown * 6 + 14, 18]),
        ],
        marks: [across(0, Math.min(shown, x / lead) * 6, 14, 7, x)],
      },
      uses: [{ dimension: 'tenonThickness', name: 'tenon thickness', value: x }],
    });
  },
};

/** Rim speed of a cutter, and the fastest it may turn. */
export const rim: QuickFigure = {
  id: 'rim-speed',
  title: 'Rim speed',
  question: 'How fast may this cutter turn?',
  asks: (shop) => {
    const cutter = toolsOf(shop, 'router-cutter')[0];
    return [
      { id: 'd', label: 'Diameter', type: 'length', initial: cutter?.diameter ?? 12 },
      {
        id: 'rpm',
        label: 'Turns a minute',
        type: 'number',
        initial: 18_000,
        least: 1,
        most: 100_000,
      },
      {
        id: 'mark',
        label: 'Marked on the cutter',
        type: 'number',
        initial: cutter?.topSpeed ?? 24_000,
        least: 1,
        most: 100_000,
      },
    ];
  },
  answer(given) {
    const [d, rpm, mark] = [num(given, 'd'), num(given, 'rpm'), num(given, 'mark')];
    const top = topSpeed(d, mark);
    const over = rpm > top.rpm;
    return answered({
      found: [
        { name: 'At the rim', value: rimSpeed(d, rpm), unit: 'm/s' },
        {
          name: 'Turns at most',
          value: top.rpm,
          unit: 'rpm',
          words: say(top.by === 'mark' ? 'as marked on the cutter' : 'for its diameter'),
        },
      ],
      working: [
        say(`pi × {d} × ${rpm} turns / 60 000 = ${rimSpeed(d, rpm).toFixed(1)} m/s`, { d }),
        ...(over ? [say(`${rpm} rpm is too fast for it: turn it down to ${top.rpm} or less`)] : []),
      ],
      sketch: {
        shapes: [circle('steel', [0, 0], d), line('line', [-d / 2, 0], [d / 2, 0])],
        marks: [down(-d / 2, d / 2, d / 2, d * 0.25, d)],
      },
      uses: [{ dimension: 'mortiseWidth', name: 'mortise width', value: d }],
    });
  },
};
