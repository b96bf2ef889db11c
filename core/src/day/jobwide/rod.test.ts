import { BASE } from '../../testing/frames.ts';
import { describe, expect, it } from 'vitest';
import { newJob, type Job } from '../../design/job/index.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { makeFrame, type AnyFrameSpec } from './frames.ts';
import { isShoulder, rodsOf } from './rod.ts';

const job = newJob('Rods', 'mm');
const shop = { ...TEST_SHOP, graduation: 0 };
const of = (spec: AnyFrameSpec): Job => {
  const { parts, joints } = makeFrame(spec, job, shop);
  return { ...job, parts, joints };
};
const named = ({ parts }: Job, name: string) => parts.find((part) => part.name === name)!;

const TABLE = of(BASE);
/** What its joint says of the leg’s first mortise, from the end it is laid out from. */
const placesIn = ({ joints }: Job, index: number) => {
  const { position, edgeShoulder, tenonWidth, endClearance } = joints[index]!.params;
  const start = Number(position);
  /** Blind: the mortise is as long as the tenon is wide, and what is left at its ends. */
  expect(Number(edgeShoulder)).toBeGreaterThan(0);
  return [start, start + Number(tenonWidth) + Number(endClearance)];
};

describe('the rod of a part', () => {
  it('of legs left and right: a left one’s mortises from end A, a right one’s from end B', () => {
    const leg = named(TABLE, 'Table leg');
    const [left, right, ...others] = rodsOf(leg, TABLE);
    expect(others).toEqual([]);
    expect([left!.hand, right!.hand]).toEqual(['left', 'right']);
    const [from, to] = placesIn(TABLE, 0);
    for (const { places } of left!.marks) {
      expect(places[0]).toBeCloseTo(from!, 9);
      expect(places[1]).toBeCloseTo(to!, 9);
    }
    /** 720 and a horn of 20, less what a left one has. */
    for (const { places } of right!.marks) expect(places[0]).toBeCloseTo(740 - from!, 9);
    /** Two rails at one height, on two sides: told of both, each with its side. */
    expect(left!.marks.map(({ mate, side }) => [mate, side])).toEqual([
      ['Table long rail', 'other'],
      ['Table short rail', 'other-face'],
    ]);
  });

  it('of a rail: the shoulder at either end, the other’s by the whole length', () => {
    const rail = named(TABLE, 'Table long rail');
    const [{ marks, hand }] = rodsOf(rail, TABLE) as [ReturnType<typeof rodsOf>[0]];
    const tenon = Number(TABLE.joints[0]!.params['tenonLength']);
    expect(hand).toBeUndefined();
    expect(marks.map(({ form, places }) => [form, ...places])).toEqual([
      ['shoulder', tenon],
      ['shoulder', rail.length - tenon],
    ]);
    /** 900 less two legs of 60. */
    expect(marks[1]!.places[0]! - marks[0]!.places[0]!).toBeCloseTo(780, 9);
    expect(marks.every(isShoulder)).toBe(true);
  });

  it('has a joint once that is at both ends of every piece, and one line where two share a shoulder', () => {
    const [first] = TABLE.joints;
    const both = { ...first!, mortised: { ...first!.mortised, perPiece: 2 } };
    const whole = { ...TABLE, joints: [both] };
    const rods = rodsOf(named(TABLE, 'Table leg'), whole);
    const [from, to] = placesIn(TABLE, 0);
    expect(rods.map(({ marks }) => marks.map(({ places }) => places))).toEqual([
      [
        [from, to],
        [740 - from!, 740 - to!],
      ],
    ]);
    const shared = { ...TABLE, joints: [first!, { ...first!, id: 'again' }] };
    expect(rodsOf(named(TABLE, 'Table long rail'), shared)[0]!.marks).toHaveLength(2);
    expect(rodsOf(named(TABLE, 'Table leg'), shared)[0]!.marks).toHaveLength(2);
  });
});
