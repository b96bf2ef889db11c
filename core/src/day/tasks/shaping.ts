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
    for (const one of seen.filter((own) => own.kind === kind)) {
      const at = settings.findIndex(
        (own) =>
          !own.problems.length &&
          !one.problems.length &&
          own.gear.join() === one.gear.join() &&
          isAlike(own.figures, one.figures),
      );
      if (at < 0) settings.push(one);
      else settings[at] = together(settings[at]!, one);
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

const together = (all: Shaping, one: Shaping): Shaping => ({
  ...all,
  shapes: [...all.shapes, ...one.shapes],
  how: [...new Map([...all.how, ...one.how].map((own) => [JSON.stringify(own), own])).values()],
  pieces: all.pieces + one.pieces,
  minutes: all.minutes + one.minutes - one.kind.setting,
});
