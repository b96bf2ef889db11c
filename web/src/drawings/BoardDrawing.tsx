import { formatLength, type LengthStyle } from '@velk/core/ground';
import type { Part } from '@velk/core/shop';
import type { SawnBoard } from '@velk/core/day';
import { SetMark } from '../widgets/SetMark.tsx';

interface Props {
  readonly sawn: SawnBoard;
  readonly parts: readonly Part[];
  readonly style: LengthStyle;
  /** Pixels a millimetre, and the part that is looked at. */
  readonly scale: number;
  readonly picked: string | null;
}

/** Narrower than this no letter fits, px. */
const READABLE = 13;
/** Width of a letter at that size, px. */
const LETTER = 5.9;

/**
 * A board from above, end A to the left, to scale: what is sawn out of it, what is no use, and what
 * is left.
 */
export function BoardDrawing({
  sawn: { board, laid, offcuts },
  parts,
  style,
  scale,
  picked,
}: Props) {
  const { length, width, ends, defects } = board;
  const name = (id: string) => parts.find((p) => p.id === id)?.name ?? id;
  const px = (mm: number) => mm * scale;
  const waste = [
    ...(ends > 0
      ? [
          { x: 0, y: 0, length: ends, width },
          { x: length - ends, y: 0, length: ends, width },
        ]
      : []),
    ...defects.map(({ from, to, across = { from: 0, to: width } }) => ({
      x: from,
      y: across.from,
      length: Math.min(to, length) - from,
      width: Math.min(across.to, width) - across.from,
    })),
  ].filter((area) => area.length > 0 && area.width > 0);
  const box = (area: { x: number; y: number; length: number; width: number }) => ({
    x: px(area.x),
    y: px(area.y),
    width: px(area.length),
    height: px(area.width),
  });
  const told = [...new Set(laid.map((one) => one.part))].map(
    (id) => `${laid.filter((one) => one.part === id).length} ${name(id)}`,
  );
  return (
    <svg
      width={px(length) + 2}
      height={px(width) + 2}
      viewBox={`-1 -1 ${px(length) + 2} ${px(width) + 2}`}
      role="img"
      aria-label={`${board.name}: ${told.join(', ')}${offcuts.length ? `; ${offcuts.length} offcuts` : ''}`}
    >
      <defs>
        <pattern
          id="sawdust"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V6" stroke="var(--waste)" strokeWidth="1.6" />
        </pattern>
      </defs>
      <rect
        width={px(length)}
        height={px(width)}
        fill="var(--sheet)"
        stroke="var(--quiet)"
        strokeDasharray="4 3"
      />
      {offcuts.map((area, i) => (
        <g key={`o${i}`}>
          <rect
            {...box(area)}
            fill="var(--wood-pale)"
            stroke="var(--quiet)"
            strokeWidth={0.7}
            fillOpacity={0.5}
          />
          {px(area.width) > READABLE && px(area.length) > 110 && (
            <text
              x={px(area.x) + 5}
              y={px(area.y + area.width / 2) + 4}
              fontSize={12}
              className="quiet-ink"
            >
              left: {formatLength(area.length, style)} by {formatLength(area.width, style)}
            </text>
          )}
        </g>
      ))}
      {laid.map((area, i) => {
        const part = parts.find((p) => p.id === area.part);
        const room = px(area.length) - 8;
        const words = name(area.part);
        const long = `${words} ${formatLength(area.length, style)}`;
        const shown = room > long.length * LETTER + 30 ? long : words;
        const fits = px(area.width) > READABLE && room > shown.length * LETTER;
        return (
          <g key={i}>
            <title>{`${words}: ${formatLength(area.length, style)} by ${formatLength(area.width, style)}`}</title>
            <rect
              {...box(area)}
              fill="var(--wood)"
              stroke="var(--ink)"
              strokeWidth={area.part === picked ? 2.6 : 0.9}
            />
            {fits && (
              <text
                x={px(area.x) + 5}
                y={px(area.y + area.width / 2) + 4.5}
                fontSize={13}
                fill="var(--wood-ink)"
              >
                {shown}
              </text>
            )}
            {part?.set && room > shown.length * LETTER + 30 && px(area.width) > 20 && (
              <SetMark
                x={px(area.x + area.length) - 16}
                y={px(area.y + area.width / 2)}
                set={part.set}
                size={0.7}
              />
            )}
          </g>
        );
      })}
      {waste.map((area, i) => (
        <rect
          key={`w${i}`}
          {...box(area)}
          fill="url(#sawdust)"
          stroke="var(--waste)"
          strokeWidth={0.8}
        />
      ))}
    </svg>
  );
}
