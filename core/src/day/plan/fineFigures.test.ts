import { describe, expect, it } from 'vitest';
import { INCH, type Mm } from '../../ground/index.ts';
import { demo } from '../../testing/demo.ts';
import { settingKey, type Reach } from '../../making/index.ts';
import { toldOf } from './cardView.ts';
import { planJob } from './plan.ts';

const off = (value: Mm, step: Mm): Mm => Math.abs(value - Math.round(value / step) * step);

/** What is measured: of a move the move, of a line where that lies. */
const measured = ({ by, value, text: { lengths } }: Reach): Mm =>
  (by === 'move' ? lengths['move'] : by === 'mark' ? lengths['lies'] : value) ?? 0;

/**
 * Figures that a run of a demo sets and no line of such a scale shows: what stands as the card
 * before on its machine left it is not set again.
 */
function finerThan(step: Mm, name: 'looms' | 'racks'): string[] {
  const { job, shop } = demo(name);
  const stands = new Map<string, string>();
  return planJob(job, shop).cards.flatMap(({ id, setups }) => {
    const asked = setups.flatMap((setup) =>
      setup.figures.map((figure) => {
        const place = [setup.cutter, setup.between?.join(), figure.set.value.toFixed(3)].join();
        const isSet = stands.get(settingKey(setup, figure)) !== place;
        stands.set(settingKey(setup, figure), place);
        return { ...figure, isSet };
      }),
    );
    return [
      ...new Set(
        asked
          .filter(({ set, isSet }) => isSet && set.by !== 'work' && off(measured(set), step) > 1e-3)
          .map(({ from, to, set }) => `${id}: ${from} to ${to} ${measured(set).toFixed(3)}`),
      ),
    ];
  });
}

/** A thousandth on a figure that makes no fit hides the one that does. */
describe('figures finer than a hand', () => {
  it('the smaller demo asks for thousandths of an inch twelve times at most', () => {
    expect(finerThan(INCH / 64, 'racks').length).toBeLessThanOrEqual(12);
  });

  it('the larger demo asks for hundredths of a millimetre twenty-five times at most', () => {
    expect(finerThan(0.1, 'looms').length).toBeLessThanOrEqual(25);
  });

  it('by hand only cheeks, and a floor that is a shoulder, are finer than a rule shows', () => {
    const rules = Object.entries({ racks: INCH / 64, looms: 0.5 });
    const lines = rules.flatMap(([name, rule]) => {
      const { job, shop } = demo(name);
      return planJob(job, shop).cards.flatMap(({ setups }) =>
        setups.flatMap((setup) =>
          toldOf(setup)
            .filter(({ set }) => set.by === 'work' && off(set.value, rule) > 1e-3)
            .map(({ id }) => `${setup.method} ${id}`),
        ),
      );
    });
    expect(new Set(lines)).toEqual(
      new Set(['hand-tenon near-cheek', 'hand-tenon far-cheek', 'hand-slot floor']),
    );
  });
});
