import {
  endsOf,
  entryOf,
  inARow,
  type EntrySide,
  type Joint,
  type Advice,
  type MemberName,
  type Problem,
} from '../../design/index.ts';
import { type Occurrence, sameHand } from '../../making/index.ts';
import { say } from '../../ground/index.ts';

/** As many tenons as mortises, of either hand. */
export function countAdvice(
  joint: Joint,
  { tenoned, mortised }: Record<MemberName, Occurrence[]>,
): Advice[] {
  const sum = (list: Occurrence[]) => list.reduce((n, o) => n + o.count, 0);
  /** Of a row every mortise has a tenon of its own. */
  const row = inARow(joint);
  const [tenons, mortises] = [sum(tenoned), row * sum(mortised)];
  const warning = (id: string, title: string, reason: string): Advice => ({
    id,
    dimension: 'count',
    level: 'warning',
    title: say(title),
    reason: say(reason),
  });
  if (tenons !== mortises)
    return [
      warning(
        'count',
        'Counts differ',
        `${joint.name}: ${tenons} tenons, but ${mortises} mortises.`,
      ),
    ];
  const lone = tenoned.find((t) => row * sum(mortised.filter((m) => sameHand(t, m))) !== t.count);
  return lone
    ? [
        warning(
          'hand',
          'Left and right parts',
          `${joint.name}: ${lone.count} tenons at end ${lone.end.toUpperCase()}, but not as many mortises of that hand. A part can be turned, not mirrored: lay half of them out from the other end.`,
        ),
      ]
    : [];
}

const OPPOSITE: Readonly<Record<EntrySide, string>> = {
  reference: 'other edge',
  other: 'reference edge',
  face: 'other face',
  'other-face': 'reference face',
};

/** That none of a joint's tenons goes into any of its mortises: they are all of the other hand. */
export function handProblems(
  { tenoned, mortised }: Pick<Joint, 'tenoned' | 'mortised'>,
  names: Readonly<Record<MemberName, string>>,
): Problem[] {
  const { edge } = entryOf(mortised.edge);
  const [ends, from] = [endsOf(tenoned.ends), endsOf(mortised.ends)];
  if (ends.some((end) => from.some((layout) => sameHand({ end }, { end: layout, edge }))))
    return [];
  const [tenon, layout] = [ends, from].map(([end]) => end!.toUpperCase());
  const other = layout === 'A' ? 'B' : 'A';
  const message = say(
    `${names.mortised}: laid out from end ${layout}, its mortises are of the other hand than the tenon at ${names.tenoned}’s end ${tenon}: a part can be turned, not mirrored. Lay them out from end ${other}, or let the tenon enter the ${OPPOSITE[mortised.edge]}.`,
  );
  return [{ path: 'hand', part: names.mortised, dimension: 'layout end', message }];
}
