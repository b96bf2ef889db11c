import {
  type Job,
  shapedPart,
  shapeKindOf,
  SHAPE_KINDS,
  type ShapeFigure,
  type ShapeKind,
  type ShapeProblem,
} from '../../design/index.ts';
import { partWork, type Part, type Shape, type Shop, type WorkId } from '../../shop/index.ts';
import type { Sentence } from '../../ground/index.ts';

/** Shapes that go through at one setting, or one that can’t be made. */
export interface Shaping {
  readonly kind: ShapeKind;
  readonly shapes: readonly Shape[];
  readonly problems: readonly ShapeProblem[];
  readonly gear: readonly string[];
  readonly figures: readonly ShapeFigure[];
  readonly how: readonly Sentence[];
  /** Of all their parts. */
  readonly pieces: number;
  /** Setting and doing it, min. */
  readonly minutes: number;
}

/** What is ticked once the pieces of a part are shaped so. */
export const shapeWork = ({ part, id }: Shape): WorkId => partWork(part, id);

/** Figures that differ by less are one setting, mm. */
const ONE_SETTING = 0.01;

const isAlike = (a: readonly ShapeFigure[], b: readonly ShapeFigure[]): boolean =>
  a.length === b.length &&
  a.every(
    ({ name, value }, i) => name === b[i]!.name && Math.abs(value - b[i]!.value) < ONE_SETTING,
  );

/**
 * What the parts of a job are shaped to, one entry for each setting, kinds in the order they are
 * made in.
 */
export function shapingOf(job: Job, shop: Shop): Shaping[] {
  const parts = new Map(job.parts.map((part) => [part.id, part]));
  const seen = (job.shapes ?? []).flatMap((shape) => {
    const part = parts.get(shape.part);
    return part ? [shapingFor(shape, part, shop)] : [];
  });
  return SHAPE_KINDS.flatMap((kind) => {
    const settings: Shaping[] = [];
    for (const shaping of seen.filter((eachShaping) => eachShaping.kind === kind)) {
      const index = settings.findIndex(
        (eachShaping) =>
          !eachShaping.problems.length &&
          !shaping.problems.length &&
          eachShaping.gear.join() === shaping.gear.join() &&
          isAlike(eachShaping.figures, shaping.figures),
      );
      if (index < 0) settings.push(shaping);
      else settings[index] = together(settings[index]!, shaping);
    }
    return settings;
  });
}

function shapingFor(shape: Shape, part: Part, shop: Shop): Shaping {
  const kind = shapeKindOf(shape);
  const of = [shape.params, shapedPart(part), shop] as const;
  const problems = kind.problems(...of);
  const sound = problems.length === 0;
  return {
    kind,
    shapes: [shape],
    problems,
    gear: kind.gear(...of),
    figures: sound ? kind.figures(...of) : [],
    how: sound ? kind.how(...of) : [],
    pieces: part.quantity,
    minutes: kind.setting + part.quantity * kind.minutes(shape.params, shapedPart(part)),
  };
}

const together = (shaping: Shaping, other: Shaping): Shaping => ({
  ...shaping,
  shapes: [...shaping.shapes, ...other.shapes],
  how: [
    ...new Map(
      [...shaping.how, ...other.how].map((sentence) => [JSON.stringify(sentence), sentence]),
    ).values(),
  ],
  pieces: shaping.pieces + other.pieces,
  minutes: shaping.minutes + other.minutes - other.kind.setting,
});
