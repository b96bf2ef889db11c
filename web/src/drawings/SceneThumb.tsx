import type { Vec2 } from '@velk/core/ground';
import type { ScenePicture } from '@velk/core/making';
import { FILL, windowOf } from './sceneFocus.ts';

/** Room of a small picture, px. */
const [WIDE, TALL] = [232, 112];

/** A machine as it stands, small and without a word: told from others by its shapes. */
export function SceneThumb({ picture }: { picture: ScenePicture }) {
  const { x0, x1, y0, y1 } = windowOf(picture);
  const scale = Math.min(WIDE / (x1 - x0), TALL / (y1 - y0));
  const [w, h] = [(x1 - x0) * scale, (y1 - y0) * scale];
  const point = ([x, y]: Vec2): string =>
    `${((x - x0) * scale).toFixed(1)} ${((y1 - y) * scale).toFixed(1)}`;
  return (
    <svg className="scenethumb" width={w} height={h} viewBox={`0 0 ${w} ${h}`} aria-hidden>
      {picture.shapes.map(({ role, outline }, i) => (
        <path
          key={i}
          d={`M${outline.map(point).join('L')}Z`}
          fill={role === 'waste' ? 'var(--wood-pale)' : FILL[role]}
          stroke={role === 'waste' ? 'var(--waste)' : 'var(--ink)'}
          strokeDasharray={['base', 'cut', 'guard'].includes(role) ? '4 3' : undefined}
        />
      ))}
    </svg>
  );
}
