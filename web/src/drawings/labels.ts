import type { SceneShape, Vec2 } from '@velk/core';

/** The words of a thing in a picture, centred at a place in px, upright where it is too narrow for them. */
export interface Label {
  readonly words: string;
  readonly x: number;
  readonly y: number;
  readonly turned: boolean;
}

/** Room that a letter takes along the words and across them, px. */
const LETTER = 6.4;
const LINE = 15;
/** Where along a thing its words may stand, the middle best. */
const SPOTS = [0.5, 0.25, 0.75, 0.12, 0.88];

/**
 * Words for the things in a picture, each once, inside what is seen of it and clear of each other; none where there is
 * no room.
 * @param at from the scene to the picture, px
 */
export function labelsOf(
  shapes: readonly SceneShape[],
  at: (p: Vec2) => Vec2,
  { w, h }: { readonly w: number; readonly h: number },
): Label[] {
  const labels: Label[] = [];
  const done = new Set<string>();
  for (const { label: words, outline, role } of shapes) {
    if (!words || !outline.length || role === 'cutter' || done.has(words)) continue;
    done.add(words);
    const points = outline.map(at);
    const span = (axis: 0 | 1, most: number): [number, number] => {
      const values = points.map((p) => p[axis]);
      return [Math.max(4, Math.min(...values)), Math.min(most, Math.max(...values))];
    };
    const [[x0, x1], [y0, y1]] = [span(0, w), span(1, h)];
    const long = words.length * LETTER;
    if (x1 - x0 < 3 || y1 - y0 < 3) continue;
    const turned = x1 - x0 < long;
    if (turned && y1 - y0 < long) continue;
    /** A thing too thin for its words has them across it, but in no other place of it. */
    const fits = (low: number, high: number, room: number) => SPOTS.filter((u) => u === 0.5 || Math.min(u, 1 - u) * (high - low) >= room / 2); // prettier-ignore
    const [along, across] = turned ? [LINE, long] : [long, LINE];
    const spots = fits(x0, x1, along).flatMap((u) =>
      fits(y0, y1, across).map((v): Label => ({ words, turned, x: x0 + u * (x1 - x0), y: y0 + v * (y1 - y0) })),
    );
    const free = spots.find((spot) => labels.every((other) => !meet(spot, other)));
    if (free) labels.push(free);
  }
  return labels;
}

/** Half the room that a label takes, px. */
const half = ({ words, turned }: Label): Vec2 => {
  const [along, across] = [(words.length * LETTER) / 2, LINE / 2];
  return turned ? [across, along] : [along, across];
};

function meet(a: Label, b: Label): boolean {
  const [ha, hb] = [half(a), half(b)];
  return Math.abs(a.x - b.x) < ha[0] + hb[0] && Math.abs(a.y - b.y) < ha[1] + hb[1];
}
