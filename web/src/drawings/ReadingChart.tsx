import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { formatLength, type LengthStyle } from '@velk/core/ground';
import type { ReadingSeries } from '@velk/core/day';

/**
 * How far readings of one size were off, one test piece after another, with the band that is good.
 */
export default function ReadingChart({
  series,
  style,
}: {
  series: ReadingSeries;
  style: LengthStyle;
}) {
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  const { title, machine, name, within, points } = series;
  const data = points.map(({ off }, i) => ({ nth: i + 1, off }));
  const most = Math.max(within * 2, ...points.map(({ off }) => Math.abs(off))) * 1.1;
  const last = points.at(-1)!;
  return (
    <figure>
      <figcaption>
        <strong>{name}</strong>{' '}
        <span className="quiet">
          {title}
          {machine && `, ${machine}`}; last off by {formatLength(last.off, fine)}
        </span>
      </figcaption>
      <div
        role="img"
        aria-label={`${name}: ${points.map(({ off }) => formatLength(off, fine)).join(', ')} off`}
      >
        <ResponsiveContainer width="100%" height={150}>
          <LineChart
            data={data}
            margin={{ top: 6, right: 14, bottom: 0, left: 0 }}
            accessibilityLayer={false}
          >
            <CartesianGrid stroke="var(--line)" vertical={false} />
            <ReferenceArea
              y1={-within}
              y2={within}
              fill="var(--wood)"
              fillOpacity={0.45}
              stroke="var(--wood-ink)"
            />
            <XAxis
              dataKey="nth"
              tick={{ fill: 'var(--quiet)', fontSize: 13 }}
              stroke="var(--line)"
              allowDecimals={false}
            />
            <YAxis
              domain={[-most, most]}
              ticks={[-within, 0, within]}
              tickFormatter={(off: number) => formatLength(off, fine)}
              tick={{ fill: 'var(--quiet)', fontSize: 13 }}
              stroke="var(--line)"
              width={72}
            />
            <Tooltip
              formatter={(off) => [formatLength(Number(off), fine), 'off']}
              labelFormatter={(nth) => `Test piece ${Number(nth)}`}
              contentStyle={{ background: 'var(--sheet)', borderColor: 'var(--line)' }}
            />
            <Line
              dataKey="off"
              stroke="var(--ink)"
              strokeWidth={2}
              dot={{ r: 4, fill: 'var(--ink)' }}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
