import type { Template, Tool } from '@velk/core/shop';
import type { Vec2 } from '@velk/core/ground';

interface Shape {
  readonly role: 'steel' | 'iron' | 'edge' | 'hole';
  readonly points: readonly Vec2[];
}

const rect = (role: Shape['role'], x: number, y: number, w: number, h: number): Shape => ({
  role,
  points: [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ],
});
const round = (role: Shape['role'], x: number, y: number, d: number): Shape => ({
  role,
  points: Array.from({ length: 36 }, (_, i): Vec2 => {
    const turn = (i * Math.PI) / 18;
    return [x + (d / 2) * Math.cos(turn), y + (d / 2) * Math.sin(turn)];
  }),
});

const SHANK = 28;

/**
 * What cuts or guides, as it looks from the side (blades: edge on, as their kerf), mm, y downwards;
 * nothing for the rest.
 */
export function silhouetteOf(tool: Tool): Shape[] {
  switch (tool.kind) {
    case 'router-cutter': {
      const { diameter: d, cuttingLength: l, shank: s } = tool;
      const body = rect('steel', -d / 2, SHANK, d, l);
      const lip: Shape = {
        role: 'edge',
        points: [
          [-d / 2, SHANK + l],
          [d / 2, SHANK + l * 0.35],
          [d / 2, SHANK + l * 0.5],
          [-d / 2 + d * 0.2, SHANK + l],
        ],
      };
      return [rect('iron', -s / 2, 0, s, SHANK), body, lip];
    }
    case 'paired-cutters': {
      const { diameter: d, height: h, bearing, leastGap: gap, shank: s } = tool;
      const upper = tool.upper || d;
      return [
        rect('iron', -s / 2, 0, s, SHANK),
        rect('steel', -d / 2, SHANK, d, h),
        rect('iron', -bearing / 2, SHANK + h, bearing, gap),
        rect('steel', -upper / 2, SHANK + h + gap, upper, h),
      ];
    }
    case 'boring-bit': {
      const { diameter: d, length: l, lead } = tool;
      const shank = Math.min(d, 10);
      const tip: Shape = {
        role: 'edge',
        points: [
          [-d / 2, l],
          [0, l + lead],
          [d / 2, l],
        ],
      };
      return [
        rect('iron', -shank / 2, 0, shank, l * 0.35),
        rect('steel', -d / 2, l * 0.35, d, l * 0.65),
        tip,
      ];
    }
    case 'hollow-chisel': {
      const { size: s, length: l } = tool;
      return [
        rect('iron', -s * 0.75, 0, s * 1.5, 20),
        rect('steel', -s / 2, 20, s, l),
        {
          role: 'edge',
          points: [
            [-s / 2, 20 + l],
            [0, 20 + l - s * 0.5],
            [s / 2, 20 + l],
          ],
        },
        rect('hole', -s * 0.14, 20 + l * 0.25, s * 0.28, l * 0.4),
      ];
    }
    case 'saw-blade':
      return [
        rect('iron', -tool.kerf * 0.35, 0, tool.kerf * 0.7, 60),
        ...teeth(tool.kerf, tool.teeth),
      ];
    case 'stack': {
      let x = tool.outer / 2;
      const inner = [...tool.chippers, ...tool.shims].map((size) => {
        const part = rect('iron', x, 6, size, 60);
        x += size;
        return part;
      });
      return [
        rect('steel', 0, 0, tool.outer / 2, 72),
        ...inner,
        rect('steel', x, 0, tool.outer / 2, 72),
      ];
    }
    case 'bandsaw-blade':
      return [
        rect('iron', 0, 0, tool.width, 46),
        ...Array.from({ length: 6 }, (_, i): Shape => ({
          role: 'edge',
          points: [
            [tool.width, i * 8],
            [tool.width + 2.4, i * 8 + 3],
            [tool.width, i * 8 + 8],
          ],
        })),
      ];
    case 'bushing':
      return [
        rect('iron', -tool.outside * 0.8, 0, tool.outside * 1.6, 4),
        rect('steel', -tool.outside / 2, 4, tool.outside, tool.projection),
        rect('hole', -tool.bore / 2, 0, tool.bore, 4 + tool.projection),
      ];
    case 'bearing':
      return [round('steel', 0, 0, tool.outside), round('hole', 0, 0, tool.bore)];
    case 'block-box': {
      let x = 0;
      return tool.sizes.slice(0, 16).map((size) => {
        const block = rect('steel', x, 60 - Math.min(60, 24 + size), size, Math.min(60, 24 + size));
        x += size + 2.5;
        return block;
      });
    }
    case 'template':
      return templateShapes(tool);
    case 'stop-block':
      return [rect('iron', 0, 0, tool.thickness, 60)];
    case 'router':
      return [
        rect(
          'iron',
          -tool.baseLeft,
          -tool.baseOpposite,
          tool.baseLeft + tool.baseRight,
          tool.baseOpposite + tool.baseGuided,
        ),
        round('steel', 0, 0, 12),
      ];
    case 'table-saw':
    case 'overhead-saw':
    case 'bandsaw':
    case 'router-table':
    case 'copy-router':
    case 'drill-press':
    case 'mortiser':
    case 'upright-jig':
    case 'mortising-jig':
    case 'straight-edge':
    case 'ruler':
    case 'clamp':
      return [];
  }
}

/** A template from above: the board round an opening, or what the follower runs round. */
function templateShapes({ shape, width, length }: Template): Shape[] {
  const long = length || width;
  if (shape === 'disc') return [round('iron', 0, 0, width)];
  if (shape === 'block') return [rect('iron', 0, 0, long, width)];
  return [rect('iron', -40, -30, long + 80, width + 60), rect('hole', 0, 0, long, width)];
}

/** The top of a saw's tooth, edge on: flat, bevelled each way, or the two in turn. */
function teeth(kerf: number, form: 'flat' | 'alternate' | 'combination'): Shape[] {
  const k = kerf / 2;
  const flat: Shape = {
    role: 'edge',
    points: [
      [-k, 0],
      [k, 0],
      [k, 9],
      [-k, 9],
    ],
  };
  const bevel: Shape = {
    role: 'edge',
    points: [
      [-k, -2],
      [k, 2],
      [k, 9],
      [-k, 9],
    ],
  };
  const other: Shape = {
    role: 'edge',
    points: [
      [-k, 2],
      [k, -2],
      [k, 9],
      [-k, 9],
    ],
  };
  return form === 'flat' ? [flat] : form === 'alternate' ? [bevel, other] : [flat, bevel];
}

const FILL = {
  steel: 'var(--steel)',
  iron: 'var(--iron)',
  edge: 'var(--ink)',
  hole: 'var(--sheet)',
};

/** A tool to scale; kinds without a cutting shape are left blank. */
export function Silhouette({
  tool,
  scale,
  width,
  height,
}: {
  tool: Tool;
  scale: number;
  width: number;
  height: number;
}) {
  const shapes = silhouetteOf(tool);
  if (!shapes.length) return <svg width={width} height={height} aria-hidden />;
  const points = shapes.flatMap((s) => s.points);
  const [x0, x1] = [Math.min(...points.map((p) => p[0])), Math.max(...points.map((p) => p[0]))];
  const [y0, y1] = [Math.min(...points.map((p) => p[1])), Math.max(...points.map((p) => p[1]))];
  const k = Math.min(scale, (width - 4) / (x1 - x0), (height - 4) / (y1 - y0));
  const at = ([x, y]: Vec2) =>
    `${(width / 2 + (x - (x0 + x1) / 2) * k).toFixed(2)} ${(height / 2 + (y - (y0 + y1) / 2) * k).toFixed(2)}`;
  return (
    <svg width={width} height={height} aria-hidden>
      {shapes.map((s, i) => (
        <path
          key={i}
          d={`M${s.points.map(at).join('L')}Z`}
          fill={FILL[s.role]}
          stroke="var(--ink)"
          strokeWidth={0.8}
        />
      ))}
    </svg>
  );
}
