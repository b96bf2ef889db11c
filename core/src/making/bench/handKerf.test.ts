import { describe, expect, it } from 'vitest';
import { planJob } from '../../day/plan/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { jobWith, WORKED } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';

describe('a saw cut for a wedge', () => {
  const params = {
    ...WORKED,
    corners: 'squared',
    tenonWidth: 48,
    edgeShoulder: 11,
    tenonLength: 46.5,
    degrees: 8,
    slant: 'tenon',
    passage: 'through',
    wedges: 'wedged',
    wedgeKerf: 2,
    wedgeStop: 6,
    wedgeThickness: 4,
    flareDepth: 20,
    reliefHole: 0,
  };
  const cutsOf = (plane: 'width' | 'thickness') =>
    eachSetup(
      planJob(
        jobWith({
          kind: 'angled',
          params: { ...params, plane, faceShoulder: 7, mortiseWidth: 8 },
          stile: { thickness: 40, width: 45 },
        }),
        TEST_SHOP,
      ),
    )
      .filter(({ setup }) => setup.method === 'hand-kerf')
      .map(({ setup }) =>
        ['near', 'floor'].map((id) => {
          const { from, set } = setup.figures.find((figure) => figure.id === id)!;
          return [from, Number(set.value.toFixed(3))];
        }),
      );

  it('lies by the tenon’s own edge where its piece leans on the face', () => {
    /** A quarter of 48 in, less half of the kerf; 40.5 square to the end is 40.5 / cos 8° along. */
    expect(cutsOf('width')).toEqual([
      [
        ['near-edge', 11],
        ['tip', 40.898],
      ],
      [
        ['near-edge', 35],
        ['tip', 40.898],
      ],
    ]);
  });

  it('and by the piece’s edge where that is parallel to it', () => {
    expect(cutsOf('thickness').map(([near]) => near)).toEqual([
      ['reference-edge', 22],
      ['reference-edge', 46],
    ]);
  });
});
