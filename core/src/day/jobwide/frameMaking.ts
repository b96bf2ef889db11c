import {
  type EntrySide,
  type Job,
  type Joint,
  kindOf,
  type LayoutEnds,
  type Members,
  resolve,
} from '../../design/index.ts';
import type { Mm } from '../../ground/index.ts';
import { availableIn, freshId, type Part, PLAIN_PART, type Shop } from '../../shop/index.ts';

export interface Making {
  readonly job: Job;
  readonly shop: Shop;
  readonly parts: Part[];
  readonly joints: Joint[];
}

export function addPart(
  { job, parts }: Making,
  name: string,
  sizes: {
    quantity: number;
    length: Mm;
    thickness: Mm;
    width: Mm;
    species: string;
    hands?: Part['hands'];
  },
): Part {
  const { quantity, length, thickness, width, species, hands = 'alike' } = sizes;
  const part: Part = {
    ...PLAIN_PART,
    id: freshId(name, [...job.parts, ...parts]),
    name,
    quantity,
    length,
    thickness: { nominal: thickness, measured: [] },
    width: { nominal: width, measured: [] },
    species,
    hands,
  };
  parts.push(part);
  return part;
}

interface Meeting {
  readonly name: string;
  readonly kind: string;
  readonly tenoned: Part;
  readonly tenonEnds: 'a' | 'b' | 'both';
  readonly mortised: Part;
  readonly layout: LayoutEnds;
  readonly edge: EntrySide;
  /** Where the tenoned piece's reference edge lies from the layout end. */
  readonly along: Mm;
  readonly setBack?: Mm;
  /**
   * How much of the mortised piece's width is this joint's to go into, where another comes from the
   * far side.
   */
  readonly room?: Mm;
  /** What the place makes of the proportions that are proposed. */
  readonly shaped?: (params: Joint['params'], members: Members) => Joint['params'];
}

export function addJoint(making: Making, meeting: Meeting): Joint {
  const { job, shop, joints } = making;
  const kind = kindOf(meeting.kind);
  const bare: Joint = {
    id: freshId(meeting.name, [...job.joints, ...joints]),
    name: meeting.name,
    kind: kind.id,
    tenoned: { part: meeting.tenoned.id, ends: meeting.tenonEnds },
    mortised: { part: meeting.mortised.id, ends: meeting.layout, edge: meeting.edge, perPiece: 1 },
    params: {},
    routes: {},
  };
  const { members } = resolve(bare, { parts: [meeting.tenoned, meeting.mortised] });
  const mortised = { ...members.mortised, width: meeting.room ?? members.mortised.width };
  const proposed = kind.propose({ ...members, mortised }, availableIn(shop)).params;
  const params = meeting.shaped?.(proposed, members) ?? proposed;
  const placed =
    'position' in params
      ? {
          ...params,
          position: Number(params['position']) + meeting.along - kind.seat(params).along,
        }
      : params;
  const seated =
    meeting.setBack !== undefined && 'setBack' in placed
      ? { ...placed, setBack: meeting.setBack }
      : placed;
  const joint = { ...bare, params: seated };
  joints.push(joint);
  return joint;
}

/** How far the end of the tenoned piece goes past the line where the two parts meet. */
export function beyond(kindId: string, members: Members, shop: Shop): Mm {
  const kind = kindOf(kindId);
  const { params } = kind.propose(members, availableIn(shop));
  const tenons = kind
    .features(params, members)
    .tenoned.map((f) => (f.form === 'tenon' ? f.length : 0));
  return Math.max(0, ...tenons) + (kind.seat(params).sink ?? 0);
}

/** The piece that a rail of unknown length would be: its tenon does not depend on it. */
export const blank = (thickness: Mm, width: Mm, length = 2000) => ({ length, thickness, width });
