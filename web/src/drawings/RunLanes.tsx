import { useState } from 'react';
import type { Card, Timed } from '@velk/core/day';
import { useWidth } from './useWidth.ts';

/** What a card is in the picture: on which lane it lies, and how long it is set and cut. */
export interface Lane {
  readonly name: string;
  readonly blocks: readonly {
    readonly card: string;
    readonly title: string;
    readonly start: number;
    readonly person: number;
    readonly setting: number;
    readonly cutting: number;
  }[];
}

type Block = Lane['blocks'][number];

const LANE = 24;
const NAMES = 168;
/** Ticks stand no closer than this, px. */
const APART = 56;
const HOURS = [1, 2, 4, 8, 16, 40, 80] as const;

/**
 * The cards of a run on a lane for each machine, in the order that the machines are first used,
 * minutes from the start.
 * @param nameOf the lane of what somebody, from 0, does of a card
 * @param timed when each is begun and by whom, where several persons share them; else one after the
 *   other
 */
export function lanesOf(
  cards: readonly Card[],
  nameOf: (card: Card, person: number) => string,
  timed?: readonly Timed[],
): Lane[] {
  const lanes = new Map<string, Block[]>();
  /** Where several persons are at work each has a lane, the first one’s first. */
  const used: string[] = [];
  let next = 0;
  for (const card of cards) {
    const { id, title, cutting } = card;
    const setting = card.change.minutes;
    const alone = { card: id, person: 0, start: next, minutes: setting + cutting };
    for (const { person, start, minutes } of timed?.filter((own) => own.card === id) ?? [alone]) {
      const name = nameOf(card, person);
      for (let at = 0; at <= person; at++) used.push(nameOf(card, at));
      const block = { card: id, title, start, person, setting, cutting: minutes - setting };
      lanes.set(name, [...(lanes.get(name) ?? []), block]);
    }
    next += setting + cutting;
  }
  return [...new Set(used)].flatMap((name) => {
    const blocks = lanes.get(name);
    return blocks ? [{ name, blocks }] : [];
  });
}

const endOf = ({ start, setting, cutting }: Block): number => start + setting + cutting;

/**
 * The farthest card of its lane that a card is moved past when it is let go at this minute; nothing
 * where it passes none.
 * @param blocks of the lane, in their order
 */
export function passedIn(blocks: readonly Block[], card: string, at: number): string | undefined {
  const index = blocks.findIndex((block) => block.card === card);
  const middle = (block: Block) => (block.start + endOf(block)) / 2;
  const after = blocks.slice(index + 1).findLast((block) => middle(block) < at);
  return (after ?? blocks.slice(0, index).find((block) => middle(block) > at))?.card;
}

/** A block that is held: since where, and how far it is carried, px. */
interface Held {
  readonly block: Block;
  readonly from: number;
  readonly by: number;
}

/** A pointer that goes no farther than this presses, px. */
const STILL = 5;

/**
 * The run along time, a lane for each machine: where it is set, where it cuts, and how often one
 * comes back to it.
 */
export function RunLanes({
  lanes,
  onPick,
  onPast,
  roomOf,
}: {
  lanes: readonly Lane[];
  onPick: (card: string) => void;
  /** A card is carried past another of its lane. */
  onPast: (card: string, passed: string) => void;
  /** The first and the last card of those among which one can go. */
  roomOf: (card: string) => readonly [string, string];
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const [over, setOver] = useState('');
  const [held, setHeld] = useState<Held | null>(null);
  const carried = held && Math.abs(held.by) > STILL ? held : null;
  const persons = 1 + Math.max(0, ...lanes.flatMap(({ blocks }) => blocks.map((b) => b.person)));
  const end = Math.max(
    1,
    ...lanes.flatMap(({ blocks }) => blocks.map((b) => b.start + b.setting + b.cutting)),
  );
  const room = Math.max(120, width - NAMES - 8);
  const px = (minutes: number) => (minutes / end) * room;
  const step = HOURS.find((hours) => px(hours * 60) > APART) ?? HOURS.at(-1)!;
  const ticks = Array.from({ length: Math.floor(end / 60 / step) + 1 }, (_, i) => i * step);
  const foot = lanes.length * LANE;
  const drop = (blocks: readonly Block[]) => {
    setHeld(null);
    if (!held) return;
    const { block, by } = held;
    if (!carried) return onPick(block.card);
    const middle = (block.start + endOf(block)) / 2;
    const passed = passedIn(blocks, block.card, middle + (by / room) * end);
    if (passed) onPast(block.card, passed);
  };
  const all = lanes.flatMap(({ blocks }) => blocks);
  const [first, last] = carried
    ? roomOf(carried.block.card).map((card) => all.find((own) => own.card === card)!)
    : [];
  return (
    <div ref={ref} className="lanes noprint">
      <svg
        width={NAMES + room + 8}
        height={foot + 22}
        viewBox={`0 0 ${NAMES + room + 8} ${foot + 22}`}
        preserveAspectRatio="xMinYMin"
        aria-hidden
      >
        {first && last && (
          <rect
            className="room"
            x={NAMES + px(first.start)}
            width={px(endOf(last) - first.start)}
            height={foot}
            fill="var(--steel)"
            opacity={0.18}
          />
        )}
        {ticks.map((hours) => (
          <g key={hours} transform={`translate(${NAMES + px(hours * 60)} 0)`}>
            <path d={`M0 0V${foot + 4}`} stroke="var(--line)" />
            <text
              y={foot + 17}
              textAnchor={hours ? 'middle' : 'start'}
              fontSize={12.5}
              className="quiet-ink"
            >
              {hours ? `${hours} h` : 'start'}
            </text>
          </g>
        ))}
        {lanes.map(({ name, blocks }, i) => (
          <g key={name} transform={`translate(0 ${i * LANE})`}>
            <text y={16} fontSize={14} fill="var(--ink)">
              {name.length > 27 ? `${name.slice(0, 26)}…` : name}
            </text>
            <path d={`M${NAMES} ${LANE - 3}h${room}`} stroke="var(--line)" strokeWidth={0.6} />
            {blocks.map((block) => {
              const { card, title, start, person, setting, cutting } = block;
              const by = carried?.block.card === card ? carried.by : 0;
              return (
                <g
                  key={card}
                  transform={`translate(${NAMES + px(start) + by} 4)`}
                  className="lane-press"
                  onPointerDown={(e) => {
                    e.currentTarget.setPointerCapture(e.pointerId);
                    setHeld({ block, from: e.clientX, by: 0 });
                  }}
                  onPointerMove={({ clientX }) =>
                    held?.block.card === card && setHeld({ ...held, by: clientX - held.from })
                  }
                  onPointerUp={() => drop(blocks)}
                  onPointerCancel={() => setHeld(null)}
                  onPointerEnter={() =>
                    setOver(
                      `${name}: ${title}, set in ${Math.round(setting)} min, cut in ${Math.round(cutting)}${persons > 1 ? `, person ${person + 1}` : ''}`,
                    )
                  }
                  onPointerLeave={() => setOver('')}
                >
                  <rect width={px(setting)} height={LANE - 8} fill="var(--steel)" />
                  <rect
                    x={px(setting)}
                    width={Math.max(0.8, px(cutting))}
                    height={LANE - 8}
                    fill="var(--wood)"
                    stroke="var(--wood-ink)"
                    strokeWidth={0.6}
                  />
                  {/* The second person's cards are told apart by a line along them, not by colour. */}
                  {person > 0 && (
                    <path
                      d={`M${px(setting)} ${(LANE - 8) / 2}h${px(cutting)}`}
                      stroke="var(--wood-ink)"
                      strokeWidth={person * 1.4}
                    />
                  )}
                </g>
              );
            })}
          </g>
        ))}
      </svg>
      <p className="quiet small lane-told">
        {over ||
          'Grey: setting and the test cut. Wood: cutting every piece. A press leads to the set-up; one that is drawn along goes past those of its machine.'}
        {!over && persons > 1 && ' Lined: the second person; a bolder line, the third.'}
      </p>
    </div>
  );
}
