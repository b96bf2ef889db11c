import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { availableIn } from '@velk/core/shop';
import { IMPERIAL, INCH, METRIC, say } from '@velk/core/ground';
import { kindOf, resolve } from '@velk/core/design';
import { planJob, scenesOf } from '@velk/core/day';
import { jobWith, TEST_SHOP } from '@velk/core/testing';
import { Length } from '../widgets/Length.tsx';
import { Spoken } from '../widgets/Spoken.tsx';
import { EndThumb } from './EndThumb.tsx';
import { arrow } from './JointDrawing.tsx';
import { passedIn } from './RunLanes.tsx';
import { aspectOf, SceneDrawing } from './SceneDrawing.tsx';
import { windowOf } from './sceneFocus.ts';
import { SectionDrawing } from './SectionDrawing.tsx';

const words = (markup: string) => markup.replace(/<[^>]*>/g, '').replace(/\u2009/g, ' ');

describe('lengths in type', () => {
  it('fractions are set as fractions, with their unit and what they leave out', () => {
    expect(renderToStaticMarkup(<Length value={1.375 * INCH} style={IMPERIAL} />)).toContain(
      '<span class="frac">3/8</span>',
    );
    expect(words(renderToStaticMarkup(<Length value={1.375 * INCH} style={IMPERIAL} />))).toBe(
      '1 3/8 in',
    );
    expect(words(renderToStaticMarkup(<Length value={0.498 * INCH} style={IMPERIAL} />))).toBe(
      '1/2 − 0.002 in',
    );
    expect(words(renderToStaticMarkup(<Length value={14.95} style={METRIC} />))).toBe('14.95 mm');
    expect(words(renderToStaticMarkup(<Length value={-2} style={METRIC} unit={false} />))).toBe(
      '−2.0',
    );
  });

  it('a sentence is said in the reader’s unit', () => {
    const sentence = say('The blade stands {height} high.', { height: 25.4 });
    expect(words(renderToStaticMarkup(<Spoken sentence={sentence} style={METRIC} />))).toBe(
      'The blade stands 25.4 mm high.',
    );
    expect(words(renderToStaticMarkup(<Spoken sentence={sentence} style={IMPERIAL} />))).toBe(
      'The blade stands 1 in high.',
    );
  });
});

describe('pictures', () => {
  const job = jobWith({ params: { corners: 'squared' } });
  const plan = planJob(job, TEST_SHOP);

  it('every figure of a card stands on a dimension line of one of its scenes', () => {
    for (const card of plan.cards) {
      const scenes = scenesOf(card, plan);
      const drawn = scenes.flatMap(({ pictures, figures }) =>
        pictures.map((picture) =>
          words(
            renderToStaticMarkup(
              <SceneDrawing picture={picture} figures={figures} style={METRIC} tallest={300} />,
            ),
          ),
        ),
      );
      for (const f of scenes.flatMap((s) => s.figures))
        expect(drawn.join(' ')).toContain(
          f.set.by === 'mark' ? 'to the line' : `${f.set.value.toFixed(2).replace(/0$/, '')} mm`,
        );
      for (const picture of scenes.flatMap((s) => s.pictures))
        expect(aspectOf(picture)).toBeGreaterThan(0);
    }
  });

  it('a picture shows all its waste, and no more than a finger’s breadth where nothing is drawn', () => {
    const pictures = plan.cards.flatMap((card) =>
      scenesOf(card, plan).flatMap((scene) => scene.pictures),
    );
    for (const picture of pictures) {
      const { x0, x1, y0, y1 } = windowOf(picture);
      const drawn = picture.shapes.flatMap(({ outline }) => outline);
      const ends = picture.dimensions.flatMap(({ from, to }) => [from, to]);
      const [xs, ys] = ([0, 1] as const).map((i) => [...drawn, ...ends].map((p) => p[i]));
      expect(Math.min(...xs!) - x0).toBeLessThanOrEqual(10);
      expect(x1 - Math.max(...xs!)).toBeLessThanOrEqual(10);
      expect(Math.min(...ys!) - y0).toBeLessThanOrEqual(10);
      expect(y1 - Math.max(...ys!)).toBeLessThanOrEqual(10);
      const wasted = picture.shapes.filter(({ role }) => role === 'waste');
      for (const [x, y] of wasted.flatMap(({ outline }) => outline)) {
        if (picture.shapes.some(({ role }) => role === 'cutter')) continue;
        expect([x >= x0, x <= x1, y >= y0, y <= y1]).not.toContain(false);
      }
    }
  });

  it('a piece that runs away slantwise is shown about its figures, not as a sliver of its whole length', () => {
    const wood = { rail: { thickness: 24 }, stile: { thickness: 24, width: 70 } };
    const plain = jobWith({ kind: 'spline', ...wood });
    const { params } = kindOf('spline').propose(
      resolve(plain.joints[0]!, plain).members,
      availableIn(TEST_SHOP),
    );
    const routes = { mortised: 'hand-end+hand-slot' };
    const mitred = planJob(jobWith({ kind: 'spline', ...wood, params, routes }), TEST_SHOP);
    const pictures = mitred.cards
      .filter(({ setups }) =>
        setups.some(({ model, stage }) => model === 'bench' && stage === 'slot'),
      )
      .flatMap((card) => scenesOf(card, mitred).flatMap((scene) => scene.pictures));
    expect(pictures.length).toBeGreaterThan(0);
    for (const picture of pictures)
      expect(Math.abs(Math.log(aspectOf(picture)))).toBeLessThan(Math.log(8));
  });

  it('no picture has a number that is not one', () => {
    for (const card of plan.cards)
      for (const { pictures, figures } of scenesOf(card, plan))
        for (const picture of pictures)
          expect(
            renderToStaticMarkup(
              <SceneDrawing picture={picture} figures={figures} style={IMPERIAL} tallest={200} />,
            ),
          ).not.toMatch(/NaN|Infinity|undefined/);
    expect(
      renderToStaticMarkup(
        <SectionDrawing
          sets={{ tenoned: 'A', mortised: '' }}
          section={{
            mortised: [
              [
                [0, 0],
                [45, 0],
                [45, 22],
              ],
            ],
            tenoned: [
              [
                [-60, 0],
                [30, 0],
                [30, 22],
              ],
            ],
          }}
        />,
      ),
    ).not.toMatch(/NaN/);
  });

  it('joints are told apart by their end views', () => {
    const thumb = (faceShoulder: number) => {
      const changed = jobWith({ params: { faceShoulder } });
      const { params, members } = resolve(changed.joints[0]!, changed);
      return renderToStaticMarkup(
        <EndThumb
          set="A"
          view={kindOf('blind')
            .drawing(params, members)
            .views.find((v) => v.id === 'end')}
        />,
      );
    };
    expect(thumb(3)).not.toBe(thumb(7));
    expect(thumb(7)).toContain('<path');
  });

  it('an arrow points at its tip', () => {
    expect(arrow([0, 0], [10, 0], 5)).toMatch(/^M0 0L5 /);
  });
});

describe('a set-up drawn along its lane', () => {
  it('goes past those whose middle it passes, to the farthest of them, and past none of itself', () => {
    /** From 0 to 10, 10 to 30, 50 to 60, 60 to 100. */
    const blocks = [
      [0, 10],
      [10, 20],
      [50, 10],
      [60, 40],
    ].map(([start, cutting], i) => ({
      card: `${i}`,
      title: '',
      start: start!,
      person: 0,
      setting: 0,
      cutting: cutting!,
    }));
    const passed = (card: number, at: number) => passedIn(blocks, `${card}`, at);
    expect([
      passed(0, 5),
      passed(0, 19),
      passed(0, 21),
      passed(0, 54),
      passed(0, 56),
      passed(0, 500),
    ]).toEqual([undefined, undefined, '1', '1', '2', '3']);
    expect([passed(3, 80), passed(3, 56), passed(3, 54), passed(3, 21), passed(3, 4)]).toEqual([
      undefined,
      undefined,
      '2',
      '2',
      '0',
    ]);
    expect([passed(1, 6), passed(1, 4), passed(1, 79), passed(1, 81)]).toEqual([
      undefined,
      '0',
      '2',
      '3',
    ]);
  });
});
