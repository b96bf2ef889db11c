import type { LengthStyle, Vec2 } from '@velk/core/ground';
import type { LengthFigure, ScenePicture, ShapeRole } from '@velk/core/making';
import { isLevel, spanOf, textOf } from './sceneLines.tsx';

export const FILL: Record<ShapeRole, string> = {
  table: 'var(--iron)',
  fence: 'var(--iron)',
  jig: 'var(--sheet)',
  stop: 'var(--iron)',
  gauge: 'var(--iron)',
  base: 'none',
  guard: 'none',
  cutter: 'var(--steel)',
  piece: 'var(--wood)',
  beside: 'var(--wood)',
  backing: 'var(--sheet)',
  waste: 'url(#waste)',
  cut: 'var(--sheet)',
};

/** Figures longer than this run out of the picture instead of shrinking it, mm. */
const LONGEST = 260;
/**
 * Waste as long as the piece, such as a groove's, is shown so far to either side of the cutter, mm.
 */
const BESIDE = 160;
/** About what a picture must show, mm; and about everything there is to see. */
const [ROOM, EDGE] = [26, 10];

/** A point, or the nearest to it that lies no farther from a middle than is shown. */
const besideOf =
  (middle: Vec2) =>
  (p: Vec2): Vec2 => {
    const near = (i: 0 | 1) => Math.min(Math.max(p[i], middle[i] - BESIDE), middle[i] + BESIDE);
    return [near(0), near(1)];
  };

/**
 * What the picture must show: near figures, the waste, and a cutter that isn't longer than the
 * work.
 */
function focusOf(picture: ScenePicture): Vec2[] {
  const near = picture.dimensions.filter(
    (d) => Math.hypot(d.to[0] - d.from[0], d.to[1] - d.from[1]) <= LONGEST,
  );
  const cutter = picture.shapes.find((s) => s.role === 'cutter')?.outline ?? [];
  const span = cutter.length
    ? Math.max(
        ...[0, 1].map(
          (i) => Math.max(...cutter.map((p) => p[i]!)) - Math.min(...cutter.map((p) => p[i]!)),
        ),
      )
    : 0;
  const middleOf = (i: 0 | 1) =>
    (Math.min(...cutter.map((p) => p[i])) + Math.max(...cutter.map((p) => p[i]))) / 2;
  const beside = besideOf([middleOf(0), middleOf(1)]);
  const points = picture.shapes.filter((s) => s.role === 'waste').flatMap((s) => s.outline);
  const waste = cutter.length ? points.map(beside) : points;
  const solid = [...waste, ...(span < 130 ? cutter : [])];
  const piece = picture.shapes.filter((s) => s.role === 'piece').flatMap((s) => s.outline);
  /** Of a piece that runs away slantwise no more than what is about its figures. */
  const shown = solid.length ? solid : piece.map(besideOf(near[0]?.from ?? piece[0] ?? [0, 0]));
  /** A dimension widens the picture only along itself: across, it can be drawn anywhere. */
  const middle = shown[0] ?? [0, 0];
  const along = near.flatMap((d) =>
    [d.from, d.to].map((p): Vec2 => (isLevel(d) ? [p[0], middle[1]] : [middle[0], p[1]])),
  );
  return [...shown, ...along];
}

/** What a picture shows: some room about its focus, but none where nothing is drawn. */
export function windowOf(picture: ScenePicture): ReturnType<typeof spanOf> {
  const focus = focusOf(picture);
  const roomy = spanOf(focus, ROOM);
  const drawn = spanOf([...focus, ...picture.shapes.flatMap(({ outline }) => outline)], EDGE);
  return {
    x0: Math.max(roomy.x0, drawn.x0),
    x1: Math.min(roomy.x1, drawn.x1),
    y0: Math.max(roomy.y0, drawn.y0),
    y1: Math.min(roomy.y1, drawn.y1),
  };
}

/** Width by height of what a picture shows. */
export function aspectOf(picture: ScenePicture): number {
  const { x0, x1, y0, y1 } = windowOf(picture);
  return (x1 - x0) / (y1 - y0);
}

/**
 * How far out each upright dimension stands, px: as far as the figure of the one before it is wide.
 */
export const placesOf = (
  picture: ScenePicture,
  figures: readonly LengthFigure[],
  style: LengthStyle,
): number[] =>
  picture.dimensions
    .filter((d) => !isLevel(d))
    .reduce<number[]>(
      (all, d) => [
        ...all,
        all.at(-1)! + Math.max(84, 24 + textOf(d.figure, figures, style).length * 9),
      ],
      [20],
    );

/** Room at the side of a picture, px, from which on another can't stand beside it. */
const CROWDED = 130;

/** Whether a picture's figures take so much room at its side that another can't stand beside it. */
export const isCrowded = (
  picture: ScenePicture,
  figures: readonly LengthFigure[],
  style: LengthStyle,
): boolean => placesOf(picture, figures, style).at(-1)! > CROWDED;
