import type { SceneShape } from '@velk/core/making';
import type { Vec2 } from '@velk/core/ground';

/**
 * The words of a thing in a picture, centred at a place in px, upright where it is too narrow for
 * them.
 */
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
 * Words for the things in a picture, each once, inside what is seen of it, clear of each other and,
 * where that can be, of the cutter; none where there is no room.
 * @param at from the scene to the picture, px
 */
export function labelsOf(
  shapes: readonly SceneShape[],
  at: (p: Vec2) => Vec2,
  { w, h }: { readonly w: number; readonly h: number },
): Label[] {
  const labels: Label[] = [];
  const cutters = shapes
    .filter((s) => s.role === 'cutter' && s.outline.length)
    .map((s) => boxOf(s.outline.map(at)));
  const done = new Set<string>();
  for (const { label: words, outline, role } of shapes) {
    if (!words || !outline.length || role === 'cutter' || done.has(words)) continue;
    done.add(words);
    const box = boxOf(outline.map(at));
    const [x0, x1, y0, y1] = [
      Math.max(4, box.x0),
      Math.min(w, box.x1),
      Math.max(4, box.y0),
      Math.min(h, box.y1),
    ];
    const long = words.length * LETTER;
    if (x1 - x0 < 3 || y1 - y0 < 3) continue;
    const turned = x1 - x0 < long;
    if (turned && y1 - y0 < long) continue;
    /** A thing too thin for its words has them across it, but in no other place of it. */
    const fits = (low: number, high: number, room: number) =>
      SPOTS.filter((u) => u === 0.5 || Math.min(u, 1 - u) * (high - low) >= room / 2);
    const [along, across] = turned ? [LINE, long] : [long, LINE];
    const spots = fits(x0, x1, along).flatMap((u) =>
      fits(y0, y1, across).map((v): Label => ({
        words,
        turned,
        x: x0 + u * (x1 - x0),
        y: y0 + v * (y1 - y0),
      })),
    );
    const free = spots.filter((spot) =>
      labels.every((other) => !meet(roomOf(spot), roomOf(other))),
    );
    const best =
      free.find((spot) => cutters.every((cutter) => !meet(roomOf(spot), cutter))) ?? free[0];
    if (best) labels.push(best);
  }
  return labels;
}

interface Box {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

function boxOf(points: readonly Vec2[]): Box {
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) };
}

/** The room that a label takes. */
function roomOf({ words, x, y, turned }: Label): Box {
  const [along, across] = [(words.length * LETTER) / 2, LINE / 2];
  const [dx, dy] = turned ? [across, along] : [along, across];
  return { x0: x - dx, x1: x + dx, y0: y - dy, y1: y + dy };
}

const meet = (a: Box, b: Box): boolean => a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;

/** How far in from the picture’s rim marks begin, and how far behind the face they stand, px. */
const RIM = 14;
const BEHIND = 15;

/**
 * Where the marks of a reference face stand, px: just inside the wood, from the upper end of what
 * is seen of the face, or from the right end where it runs more level than upright.
 * @param line the face, in the picture
 * @param outward away from the wood, as the scene counts: up is positive
 */
export function marksOf(
  line: readonly [Vec2, Vec2],
  outward: Vec2,
  { w, h }: { readonly w: number; readonly h: number },
): { face: Vec2; mark: Vec2 } {
  const upright = Math.abs(outward[0]) > 0.5;
  const [axis, sign] = upright ? ([1, 1] as const) : ([0, -1] as const);
  const [from, to] = sign * (line[1][axis] - line[0][axis]) >= 0 ? line : [line[1], line[0]];
  const size = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const along: Vec2 = [(to[0] - from[0]) / size, (to[1] - from[1]) / size];
  /** Where a face that runs askew comes into the picture. */
  const entering = ([0, 1] as const).map((i) => {
    if (Math.abs(along[i]) < 0.3) return 0;
    const low = along[i] > 0 ? RIM : [w - 10, h - 10][i]!;
    return (low - from[i]) / along[i];
  });
  const start = Math.max(0, ...entering) + (upright ? 16 : 24);
  const at = (far: number): Vec2 => [
    from[0] + along[0] * far - outward[0] * BEHIND,
    from[1] + along[1] * far + outward[1] * BEHIND,
  ];
  return { face: at(start), mark: at(start + 30) };
}
