import type { DatumId } from '../../making/setups/index.ts';
import { describe, expect, it } from 'vitest';
import { modelOf } from '../../making/machines.ts';
import { demo } from '../../testing/demo.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { cardView, cardWith, planJob, type FigureView, type Plan } from './index.ts';

const planOf = (name: 'looms' | 'racks'): Plan => planJob(demo(name).job, demo(name).shop);
const LOOMS = planOf('looms');
const viewOf = (plan: Plan, id: string) => cardView(cardWith(plan, id)!, plan.basis);
const places = (figures: readonly FigureView[]) =>
  figures.map(({ figure }) => [figure.name, figure.set.value]);

describe('a card as it is read', () => {
  it('who sets what each group names, in turn, has every distance as its set-ups want it, and sets nothing twice', () => {
    let moves = 0;
    for (const plan of [LOOMS, planOf('racks')])
      for (const card of plan.cards) {
        if (card.setups[0]!.model === 'bench') continue;
        const view = cardView(card, plan.basis);
        const stands = new Map<string, number[]>();
        const set = (figures: readonly FigureView[]) => {
          const fresh = new Set<string>();
          for (const { figure } of figures) {
            const between = `${figure.from}>${figure.to}`;
            expect(stands.get(between)?.at(-1), between).not.toBe(figure.set.value);
            stands.set(
              between,
              fresh.has(between) ? [...stands.get(between)!, figure.set.value] : [figure.set.value],
            );
            fresh.add(between);
          }
        };
        const isMark = (from: DatumId) =>
          modelOf(card.setups[0]!.model).marks?.includes(from) ?? false;
        set(view.figures);
        for (const setup of card.setups) {
          const group = view.groups.find((g) => g.setup === setup.id);
          const moved = group?.figures.filter(({ figure }) => !isMark(figure.from)) ?? [];
          moves += moved.length;
          set(moved);
          for (const { from, to, set: asked } of setup.figures.filter((f) => !isMark(f.from)))
            expect(stands.get(`${from}>${to}`)).toContain(asked.value);
        }
      }
    expect(moves).toBeGreaterThan(10);
  });

  it('every pass is on it once, levels told with where they lead, alike bites as one', () => {
    for (const card of LOOMS.cards) {
      const shown = cardView(card, LOOMS.basis).groups.flatMap((g) => g.passes);
      const passes = card.setups.flatMap((s) => s.passes);
      expect(shown.reduce((sum, { count }) => sum + count, 0)).toBe(passes.length);
      expect(new Set(shown.map((p) => `${p.setup} ${p.pass}`)).size).toBe(shown.length);
    }
  });

  it('no two passes of pieces that go through together say the same, and a line on the wood is measured, not moved', () => {
    let marks = 0;
    for (const plan of [LOOMS, planOf('racks')])
      for (const card of plan.cards) {
        for (const { passes } of cardView(card, plan.basis).groups) {
          const told = passes.map(({ words }) => speak(words, METRIC));
          expect(new Set(told).size, told.join(' | ')).toBe(told.length);
        }
        for (const { model, figures } of card.setups)
          for (const { from, reach } of figures) {
            if (!modelOf(model).marks?.includes(from)) continue;
            marks++;
            expect(reach.map(({ by }) => by)).not.toContain('move');
          }
      }
    expect(marks).toBeGreaterThan(5);
  });

  it('several kerfs of a groove say which wall each is for', () => {
    const { job, shop } = demo('looms');
    const routes = { mortised: 'saw-groove+router-jig+square-ends' };
    const plan = planJob(
      { ...job, joints: job.joints.map((j) => (j.kind === 'breadboard' ? { ...j, routes } : j)) },
      shop,
    );
    const grooved = plan.cards.find(({ setups }) => setups[0]!.method === 'saw-groove')!;
    const told = cardView(grooved, plan.basis).groups[0]!.passes.map(
      ({ words }) => speak(words, METRIC).split('; ')[1],
    );
    expect(told).toEqual(['kerf at the far wall', 'kerf at the near wall', 'kerf between them']);
  });

  it('two faces of one end are one end that goes through, in one list of passes; two pegs are two holes', () => {
    const faces = LOOMS.cards.find(({ setups }) =>
      setups.some((s) => s.id.startsWith('base-rail.tenoned.crosscut')),
    )!;
    expect([faces.setups.length, faces.count]).toEqual([1, 48]);
    const [group, ...others] = cardView(faces, LOOMS.basis).groups;
    expect([others.length, group!.passes.length, group!.count, group!.ends]).toEqual([
      0,
      2,
      48,
      'ends A and B',
    ]);
    expect(cardWith(LOOMS, 'base-rail.mortised.2.drill-press-left')!.count).toBe(96);
  });

  it('a haunch: both mortises first, then one stop and the plunge, and only what changes for the other hand', () => {
    const { figures, groups } = viewOf(LOOMS, 'bench-rail.mortised.router-jig-left');
    expect(places(figures).map(([name]) => name)).toEqual([
      'Jig face to cutter',
      'Left router stop',
      'Right router stop',
      'End stop, on the left',
      'Plunge',
    ]);
    expect(groups.map((g) => places(g.figures))).toEqual([
      [],
      [['End stop, on the right', 61]],
      [
        ['Left router stop', 116.5],
        ['Plunge', 12.5],
      ],
      [
        ['Left router stop', 91.25],
        ['Right router stop', 116.5],
      ],
    ]);
    expect(groups.map((g) => [g.of, g.ends])).toEqual([
      [undefined, 'end A, 12 in left parts'],
      [undefined, 'end B, 12 in right parts'],
      ['pocket for the haunch', 'end A, 12 in left parts'],
      ['pocket for the haunch', 'end B, 12 in right parts'],
    ]);
  });

  it('legs of two hands that have the joint at both ends: half of the cuts at an end are in left ones, half in right', () => {
    const plain = jobWith({ routes: { mortised: 'hollow-chisel' } });
    const job = {
      ...plain,
      parts: plain.parts.map((part) => ({ ...part, quantity: 2, hands: 'pairs' as const })),
      joints: plain.joints.map((joint) => ({
        ...joint,
        mortised: { ...joint.mortised, perPiece: 2 },
      })),
    };
    const plan = planJob(job, TEST_SHOP);
    const told = plan.cards.flatMap((card) =>
      cardView(card, plan.basis).groups.map(({ ends }) => ends),
    );
    expect(new Set(told)).toEqual(new Set(['ends A and B, 2 in left and 2 in right parts']));
  });

  it('a stepped cut says at each pass which cheek it is', () => {
    const { groups } = viewOf(LOOMS, 'base-rail.tenoned.bandsaw-stepped.face');
    expect(groups[0]!.passes.map((p) => speak(p.words, METRIC).split(':')[0])).toEqual([
      'Far cheek',
      'Near cheek',
    ]);
  });

  it('a stop that faces and edges share stands on the card once', () => {
    const job = jobWith({
      rail: { length: 250, width: 22 },
      params: {
        corners: 'squared',
        tenonWidth: 7.9,
        edgeShoulder: 7.05,
        faceShoulder: 7,
        mortiseWidth: 8,
      },
      ends: 'a',
      routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' },
    });
    /** On a rule of half a millimetre 7 and 7.05 are one height, so one card. */
    const { cards } = planJob(job, {
      ...TEST_SHOP,
      graduation: 0.5,
      tools: TEST_SHOP.tools.filter((t) => t.kind !== 'block-box'),
    });
    for (const { stops } of cards)
      expect(new Set(stops.map((s) => `${s.joint} ${s.key}`)).size).toBe(stops.length);
    expect(
      cards.some((c) => c.stops.length > 0 && c.setups.filter((s) => s.stops?.length).length > 1),
    ).toBe(true);
  });

  it('sets by blocks of the job’s own units, and slopes over what can be marked in them', () => {
    for (const [name, box, run] of [
      ['looms', 'Grey box of blocks', 120],
      ['racks', 'Inch blocks', 127],
    ] as const) {
      const { job, shop } = demo(name);
      const { cards } = planJob(job, shop);
      const setups = cards.flatMap((c) => c.setups);
      const boxes = setups.flatMap((s) =>
        s.figures.flatMap((f) => f.reach.flatMap((r) => (r.by === 'blocks' ? [r.box] : []))),
      );
      expect([
        name,
        [...new Set(boxes)].map((id) => shop.tools.find((t) => t.id === id)?.name),
      ]).toEqual([name, [box]]);
      const runs = setups.flatMap((s) => s.angles ?? []).map((angle) => angle.run);
      expect([name, new Set(runs)]).toEqual([name, new Set([run])]);
    }
  });

  it('says that end stops stay only where they do', () => {
    const told = (title: string) => {
      const card = LOOMS.cards.find((c) => c.title === title)!;
      return card.reminders
        .map((check) => speak(check, METRIC))
        .filter((words) => /end stop/.test(words));
    };
    expect(told('Hole, drill press: for the first peg, for the second peg')).toEqual([
      'The end stop that isn’t in use is swung or lifted out of the way.',
    ]);
    expect(told('Hole, drill press')).toEqual([
      'Both end stops stay as they are set: the one that isn’t in use is swung or lifted out of the way.',
    ]);
  });
});
