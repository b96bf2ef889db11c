import { describe, expect, it } from 'vitest';
import { say } from '../../ground/index.ts';
import type { Setup } from '../../making/index.ts';
import { demo } from '../../testing/demo.ts';
import { freshCautions, planJob, type Card } from './index.ts';

type Told = Pick<Card, 'setups' | 'cautions' | 'stops'>;

const card = (machine: string | null, ...hazards: string[]): Told => ({
  setups: [{ machine, model: machine ?? 'bench' } as Setup],
  cautions: hazards.map((hazard) => ({ hazard, text: say(hazard) })),
  stops: [],
});
const hazardsOf = (of: Told, cards: readonly Told[]) =>
  freshCautions(of, cards).map(({ hazard }) => hazard);

describe('what is new to look out for', () => {
  it('is all of it at the first card of a machine, and what the card before it there had not', () => {
    const cards = [
      card('saw', 'blade', 'kickback'),
      card('router', 'cutter'),
      card('saw', 'blade', 'strip'),
      card('saw', 'blade', 'kickback'),
      card(null, 'edge'),
    ];
    expect(cards.map((of) => hazardsOf(of, cards))).toEqual([
      ['blade', 'kickback'],
      ['cutter'],
      ['strip'],
      ['kickback'],
      ['edge'],
    ]);
  });

  it('is all of it where something stops the card, and where the words have another length', () => {
    const stopped = {
      ...card('saw', 'blade'),
      stops: [{ hazard: 'short', text: say('short'), joint: 'j', key: 'k', read: false }],
    };
    expect(hazardsOf(stopped, [card('saw', 'blade'), stopped])).toEqual(['blade']);
    const inside = (by: number): Told => ({
      ...card('saw'),
      cautions: [{ hazard: 'inside', text: say('{by} inside the fence', { by }) }],
    });
    const [near, far] = [inside(3), inside(5)];
    expect(hazardsOf(far, [near, far])).toEqual(['inside']);
    const again = inside(3);
    expect(hazardsOf(again, [near, again])).toEqual([]);
  });

  it('of both demos: each caution was read at an earlier card of its machine, or is told', () => {
    for (const name of ['looms', 'racks'] as const) {
      const { job, shop } = demo(name);
      const { cards } = planJob(job, shop);
      const read = new Map<string, Set<string>>();
      let folded = 0;
      for (const each of cards) {
        const { machine, model } = each.setups[0]!;
        const known = read.get(machine ?? model) ?? new Set();
        read.set(machine ?? model, known);
        const fresh = freshCautions(each, cards);
        for (const { text } of fresh) known.add(JSON.stringify(text));
        for (const { text } of each.cautions) expect(known).toContain(JSON.stringify(text));
        folded += each.cautions.length - fresh.length;
      }
      expect(folded).toBeGreaterThan(cards.length);
    }
  });
});
