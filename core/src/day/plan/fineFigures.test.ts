import { describe, expect, it } from 'vitest';
import { INCH, type Mm } from '../../ground/index.ts';
import { demo } from '../../testing/demo.ts';
import type { Reach } from '../../making/index.ts';
import { planJob } from './plan.ts';

const off = (value: Mm, step: Mm): Mm => Math.abs(value - Math.round(value / step) * step);

/** What is measured: where it is moved from where it stands, the move. */
const movedBy = ({ by, value, text }: Reach): Mm =>
  by === 'move' ? (text.lengths['move'] ?? 0) : value;

/** Figures of all cards of a demo that no line of such a scale shows, each once a card. */
function finerThan(step: Mm, name: 'looms' | 'racks'): string[] {
  const { job, shop } = demo(name);
  return planJob(job, shop).cards.flatMap(({ id, setups }) => [
    ...new Set(
      setups
        .flatMap(({ figures }) => figures)
        .filter(({ set }) => set.by !== 'work' && off(movedBy(set), step) > 1e-3)
        .map(({ from, to, set }) => `${id}: ${from} to ${to} ${movedBy(set).toFixed(3)}`),
    ),
  ]);
}

/** A thousandth on a figure that makes no fit hides the one that does. */
describe('figures finer than a hand', () => {
  it('the smaller demo asks for thousandths of an inch thirteen times at most', () => {
    expect(finerThan(INCH / 64, 'racks').length).toBeLessThanOrEqual(13);
  });

  it('the larger demo asks for hundredths of a millimetre twenty-five times at most', () => {
    expect(finerThan(0.1, 'looms').length).toBeLessThanOrEqual(25);
  });
});
