import type { LengthStyle, Mm, Vec2 } from '@velk/core/ground';
import type { LengthFigure, ScenePicture } from '@velk/core/making';
import { useId } from 'react';
import { labelsOf } from './labels.ts';
import { FILL, placesOf, windowOf } from './sceneFocus.ts';
import { clamp, Feed, isLevel, Line, Reference, textOf } from './sceneLines.tsx';
import { useWidth } from './useWidth.ts';

export { aspectOf, isCrowded } from './sceneFocus.ts';

/** A machine with the piece in it, to scale, from the very placement that the proof cuts with. */
export function SceneDrawing({
  picture,
  figures,
  style,
  set = '',
  move,
  tallest,
}: {
  picture: ScenePicture;
  figures: readonly LengthFigure[];
  style: LengthStyle;
  /** Set mark of the part in the machine. */
  set?: string;
  /** One figure that is to be set otherwise, farther where more than 0, mm. */
  move?: { readonly figure: string; readonly by: Mm };
  tallest: number;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const clip = useId().replace(/:/g, '');
  const window = windowOf(picture);
  const level = picture.dimensions.filter(isLevel);
  const upright = picture.dimensions.filter((d) => !isLevel(d));
  const below = 14 + level.length * 34;
  const text = (id: string) => textOf(id, figures, style);
  const moved = ({ figure }: { figure: string }) => (move?.figure === figure ? move.by : 0);
  const places = placesOf(picture, figures, style);
  const beside = upright.length ? places.at(-1)! - 2 : 8;
  /** Before it has a width it has room for nothing. */
  const scale = Math.max(
    0,
    Math.min(
      (width - beside - 8) / (window.x1 - window.x0),
      (tallest - below) / (window.y1 - window.y0),
    ),
  );
  const [w, h] = [(window.x1 - window.x0) * scale, (window.y1 - window.y0) * scale];
  const at = (p: Vec2): Vec2 => [4 + (p[0] - window.x0) * scale, 4 + (window.y1 - p[1]) * scale];
  return (
    <div ref={ref}>
      <p className="quiet small beneath">{picture.title}</p>
      <svg
        width={width}
        height={h + below + 8}
        role="img"
        aria-label={`${picture.title}, to scale`}
      >
        <defs>
          <clipPath id={clip}>
            <rect x={4} y={4} width={w} height={h} />
          </clipPath>
          <pattern
            id="waste"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="7" height="7" fill="var(--wood-pale)" />
            <path d="M0 0V7" stroke="var(--waste)" strokeWidth="2.4" />
          </pattern>
        </defs>
        <g clipPath={`url(#${clip})`}>
          {picture.shapes.map((shape, i) => (
            <path
              key={i}
              d={`M${shape.outline
                .map((p) =>
                  at(p)
                    .map((v) => v.toFixed(2))
                    .join(' '),
                )
                .join('L')}Z`}
              fill={FILL[shape.role]}
              stroke={
                shape.role === 'waste'
                  ? 'var(--waste)'
                  : shape.role === 'cut'
                    ? 'var(--quiet)'
                    : 'var(--ink)'
              }
              strokeWidth={shape.role === 'piece' ? 1.5 : 1}
              strokeDasharray={['base', 'cut', 'guard'].includes(shape.role) ? '5 3' : undefined}
            />
          ))}
          {picture.referenceFace && (
            <Reference
              line={picture.referenceFace.line.map(at) as [Vec2, Vec2]}
              outward={picture.referenceFace.outward}
              box={{ w, h }}
              set={set}
            />
          )}
        </g>
        {labelsOf(picture.shapes, at, { w, h }).map(({ words, x, y, turned }) => (
          <text
            key={words}
            x={x}
            y={y}
            fontSize={13}
            textAnchor="middle"
            dominantBaseline="middle"
            transform={turned ? `rotate(-90 ${x} ${y})` : undefined}
            className="quiet-ink"
            stroke="var(--sheet)"
            strokeWidth={3}
            paintOrder="stroke"
          >
            {words}
          </text>
        ))}
        {picture.feed && (
          <Feed at={[18, h - 8]} along={picture.feed} tool={picture.feeds === 'tool'} />
        )}
        {level.map((d, i) => {
          const y = h + 18 + i * 34;
          const [a, b] = [at(d.from), at(d.to)];
          const [from, to] = [clamp(a[0], 4, w + 4), clamp(b[0], 4, w + 4)];
          return (
            <Line
              key={d.figure}
              a={[from, y]}
              b={[to, y]}
              ends={[from === a[0], to === b[0]]}
              rise={[Math.min(a[1], h), Math.min(b[1], h)]}
              label={text(d.figure)}
              move={moved(d)}
              edge={width}
            />
          );
        })}
        {upright.map((d, i) => {
          const x = w + places[i]!;
          const [a, b] = [at(d.from), at(d.to)];
          const [from, to] = [clamp(a[1], 4, h + 4), clamp(b[1], 4, h + 4)];
          return (
            <Line
              key={d.figure}
              a={[x, from]}
              b={[x, to]}
              ends={[from === a[1], to === b[1]]}
              rise={[a[0], b[0]]}
              label={text(d.figure)}
              move={moved(d)}
              upright
            />
          );
        })}
      </svg>
    </div>
  );
}
