import type { Job } from '../../design/index.ts';
import { turn, INCH, roundTo, say, type Mm, type Sentence } from '../../ground/index.ts';
import { byTape, pieceOf } from '../../shop/index.ts';
import type { Bodies } from './bodies.ts';
import type { Built } from './build.ts';
import { heldBy, isSquareTo, partsOf, type GlueUp } from './glue.ts';
import type { Stage } from './stages.ts';

/** How far two pieces may lie apart and still be level, mm. */
const LEVEL: Mm = 0.5;

/** What a brad is chosen by, mm. */
const BRADS = { mm: 1, in: INCH / 8 } as const;

/** Brads end at least so far from the far side, mm (common practice: 1/8 in). */
const BRAD_OFF: Mm = 3;

/**
 * Corner to corner of what a stage closes, mm: over the first and the last group, where a piece of
 * either lies square to the line and both are as long and level.
 * @returns nothing where it closes no frame
 */
export function diagonalOf(
  stage: Stage,
  built: Built,
  bodies: Bodies,
  job: Job,
): { over: string; diagonal: Mm } | undefined {
  const { groups, way, closes } = stage;
  const isClosed = groups.length > 2 && closes.length >= groups.length;
  const [first, last] = stage.outer ?? (isClosed ? [groups[0]!, groups.at(-1)!] : []);
  if (!first || !last) return undefined;
  const across = (group: readonly number[]) =>
    group.flatMap((i) => {
      const { part: id, at } = built.pieces[i]!;
      const along = turn(at.rotation, [1, 0, 0]);
      if (!isSquareTo(along, way)) return [];
      const part = job.parts.find((eachPart) => eachPart.id === id)!;
      return [{ i, part, length: pieceOf(part, 'median').length, along }];
    });
  for (const one of across(first))
    for (const other of across(last)) {
      const [a, b] = [bodies.extent([one.i], one.along), bodies.extent([other.i], one.along)];
      if (Math.abs(a[0] - b[0]) > LEVEL || Math.abs(a[1] - b[1]) > LEVEL) continue;
      const [least, most] = bodies.extent([one.i, other.i], way);
      const over =
        one.part === other.part ? one.part.name : `${one.part.name} and ${other.part.name}`;
      return { over, diagonal: Math.hypot(one.length, most - least) };
    }
  return undefined;
}

/** What to look at while a stage is closed, and what is done before its glue has set. */
export function looksOf(
  stage: Stage,
  glueUps: readonly GlueUp[],
  built: Built,
  bodies: Bodies,
  job: Job,
): Sentence[] {
  const own = stage.closes.map((i) => partsOf(built.meetings[i]!, built, job));
  const some = (fits: (params: Readonly<Record<string, unknown>>) => boolean) =>
    own.filter(({ joint }) => fits(joint.params));
  const square = diagonalOf(stage, built, bodies, job);
  const told: Sentence[] = [];
  if (glueUps.length > 1)
    told.push(
      say(
        `In ${glueUps.length} glue-ups: each time only those joints get glue, the rest is put together dry to hold it true.`,
      ),
    );
  if (stage.isHalf)
    told.push(
      say('Square in its corner before the glue sets: the other half is closed onto it as it is.'),
    );
  if (square)
    told.push(
      say(
        `Corner to corner over ${square.over}: {diagonal} both ways. If one way is longer, slant the clamps along it until it has lost half the difference.`,
        { diagonal: byTape(square.diagonal, job.units) },
      ),
    );
  if (own.some(({ kind, joint }) => heldBy(kind, joint.params) === 'band'))
    told.push(
      say(
        'No clamp holds a mitred corner by itself: put a band round all of it, or glue blocks on for the clamps.',
      ),
    );
  if (some((p) => p['pegs'] === 'drawbored').length)
    told.push(
      say(
        'Drive the pegs, pointed and a little glue on them, all the way: they pull the shoulders up, so these joints want no clamp. Saw them off once it has set.',
      ),
    );
  if (some((p) => p['pegs'] === 'pegged').length)
    told.push(say('Drive the pegs while the clamps are on.'));
  for (const { joint, kind } of some((p) => p['pegs'] === 'pinned').slice(0, 1)) {
    const mortised = job.parts.find(({ id }) => id === joint.mortised.part)!;
    const most = roundTo(
      pieceOf(mortised, 'median').thickness - BRAD_OFF,
      BRADS[job.units],
      'down',
    );
    const brad = Number(joint.params['bradLength'] ?? most);
    told.push(
      say(
        `${kind.title}: pin it with brads of {brad}, from the back; longer than {most} they may poke through.`,
        { brad, most },
      ),
    );
  }
  if (some((p) => p['wedges'] === 'wedged').length)
    told.push(
      say(
        'Glue the wedges and drive them in turn, a little each, until the sound changes; then they hold and the clamps may come off.',
      ),
    );
  if (own.some(({ joint }) => joint.kind === 'breadboard'))
    told.push(
      say('Glue only the middle of the panel: its ends are left dry, so that it can move.'),
    );
  if (own.some(({ joint }) => joint.kind === 'stub' || joint.kind === 'grooved'))
    told.push(
      say(
        'The panel, finished on both faces, goes into its grooves dry before the last piece closes them. Squeeze-out must not reach it.',
      ),
    );
  if (own.some(({ joint }) => joint.kind === 'angled' || joint.kind === 'angled-slot'))
    told.push(
      say(
        'Saw blocks to the angle and put them under the jaws, so that no clamp slides along the slope.',
      ),
    );
  if (own.some(({ joint }) => joint.kind === 'loose'))
    told.push(
      say('Loose tenons are glued into the rails first; count them before the brush is wet.'),
    );
  return told;
}
