import { useState } from 'react';
import type { Card, Timed } from '@velk/core';
import { useWidth } from './useWidth.ts';

/** What a card is in the picture: on which lane it lies, and how long it is set and cut. */
export interface Lane {
  readonly name: string;
  readonly blocks: readonly { readonly card: string; readonly title: string; readonly start: number; readonly person: number; readonly setting: number; readonly cutting: number }[]; // prettier-ignore
}

const LANE = 24;
const NAMES = 168;
/** Ticks stand no closer than this, px. */
const APART = 56;
const HOURS = [1, 2, 4, 8, 16, 40, 80] as const;

/**
 * The cards of a run on a lane for each machine, in the order that the machines are first used, minutes from the start.
 * @param timed when each is begun and by whom, where several persons share them; else one after the other
 */
export function lanesOf(cards: readonly Card[], nameOf: (card: Card) => string, timed?: readonly Timed[]): Lane[] {
  const lanes = new Map<string, Lane['blocks'][number][]>();
  const shared = new Map(timed?.map((own) => [own.card, own]));
  let next = 0;
  for (const card of cards) {
    const name = nameOf(card);
    const [setting, cutting] = [card.change.minutes, card.cutting];
    const { start = next, person = 0 } = shared.get(card.id) ?? {};
    const block = { card: card.id, title: card.title, start, person, setting, cutting };
    lanes.set(name, [...(lanes.get(name) ?? []), block]);
    next += setting + cutting;
  }
  return [...lanes].map(([name, blocks]) => ({ name, blocks }));
}

/** The run along time, a lane for each machine: where it is set, where it cuts, and how often one comes back to it. */
export function RunLanes({ lanes, onPick }: { lanes: readonly Lane[]; onPick: (card: string) => void }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const [over, setOver] = useState('');
  const persons = 1 + Math.max(0, ...lanes.flatMap(({ blocks }) => blocks.map((b) => b.person)));
  const end = Math.max(1, ...lanes.flatMap(({ blocks }) => blocks.map((b) => b.start + b.setting + b.cutting)));
  const room = Math.max(120, width - NAMES - 8);
  const px = (minutes: number) => (minutes / end) * room;
  const step = HOURS.find((hours) => px(hours * 60) > APART) ?? HOURS.at(-1)!;
  const ticks = Array.from({ length: Math.floor(end / 60 / step) + 1 }, (_, i) => i * step);
  const foot = lanes.length * LANE;
  return (
    <div ref={ref} className="lanes noprint">
      <svg
        width={NAMES + room + 8}
        height={foot + 22}
        viewBox={`0 0 ${NAMES + room + 8} ${foot + 22}`}
        preserveAspectRatio="xMinYMin"
        aria-hidden
      >
        {ticks.map((hours) => (
          <g key={hours} transform={`translate(${NAMES + px(hours * 60)} 0)`}>
            <path d={`M0 0V${foot + 4}`} stroke="var(--line)" />
            <text
              y={foot + 17}
              textAnchor={hours ? 'middle' : 'start'}
              fontSize={12.5}
              style={{ fill: 'var(--quiet)' }}
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
            {blocks.map(({ card, title, start, person, setting, cutting }) => (
              <g
                key={card}
                transform={`translate(${NAMES + px(start)} 4)`}
                style={{ cursor: 'pointer' }}
                onClick={() => onPick(card)}
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
                )}{' '}
                {/* prettier-ignore */}
              </g>
            ))}
          </g>
        ))}
      </svg>
      <p className="quiet" style={{ minHeight: 22, fontSize: 14.5 }}>
        {over || 'Grey: setting and the test cut. Wood: cutting every piece. A press leads to the set-up.'}
        {!over && persons > 1 && ' Lined: the second person; a bolder line, the third.'}
      </p>
    </div>
  );
}
