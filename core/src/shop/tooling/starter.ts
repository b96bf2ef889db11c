import { IMPERIAL, INCH, METRIC, type LengthStyle, type Mm } from '../../ground/index.ts';
import { newTool } from './newTool.ts';
import { USUAL_SCHOOLS } from './schools.ts';
import { USUAL_MINUTES } from './minutes.ts';
import { USUAL_RULE, USUAL_RULES, type Shop } from './shop.ts';
import type { Tool, ToolKind, ToolOf } from './tools.ts';

/** The four questions a new shop is asked; everything else can be measured and typed over later. */
export interface FirstAnswers {
  readonly name: string;
  readonly units: 'mm' | 'in';
  /** `small`: router and bandsaw; `full`: table saw, drill press, mortiser and router table too. */
  readonly size: 'small' | 'full';
  /** Whether local rules let the saw's own guard come off, as cuts on end and stacks need. */
  readonly guardOff: boolean;
}

/** Fit aimed at: the boundary of snug and slip. */
const TARGET = { mm: 0.05, in: 0.002 * INCH };

/**
 * A shop with a sensible chest, so that a newcomer can plan at once. Sizes are usual ones, to be
 * measured.
 */
export function starterShop({ name, units, size, guardOff }: FirstAnswers): Shop {
  const style: LengthStyle = units === 'mm' ? METRIC : IMPERIAL;
  return {
    name,
    style,
    graduation: units === 'mm' ? 0.05 : INCH / 1000,
    rule: USUAL_RULE[units],
    secondCutShort: units === 'mm' ? 0.3 : 0.012 * INCH,
    targetClearance: TARGET[units],
    schools: USUAL_SCHOOLS,
    minutes: USUAL_MINUTES,
    rules: { ...USUAL_RULES, guardOff, stacks: guardOff },
    tools: starterChest(units, size),
  };
}

/** The gear of a small or a full shop, in sizes of its own unit. */
export function starterChest(units: 'mm' | 'in', size: FirstAnswers['size']): Tool[] {
  const chest: Tool[] = [];
  const inch = (inches: number): Mm => Number((inches * INCH).toFixed(9));
  const own = (metric: Mm, inches: number): Mm => (units === 'mm' ? metric : inch(inches));
  const add = <K extends ToolKind>(
    kind: K,
    name: string,
    change: Partial<ToolOf<K>> = {},
  ): Tool => {
    const tool = { ...newTool(kind, chest), ...change, name } as Tool;
    chest.push(tool);
    return tool;
  };
  const scale = { unit: units, graduation: own(0.5, 1 / 64), zero: 0 } as const;
  const band = add('bandsaw-blade', 'Bandsaw blade', {
    kerf: own(1.1, 0.043),
    width: own(16, 5 / 8),
  });
  add('bandsaw', 'Bandsaw', { bladeId: band.id, driftAngle: 1, fenceScale: scale });
  const base = own(75, 3);
  add('router', 'Plunge router', {
    baseLeft: base,
    baseRight: base,
    baseGuided: base,
    baseOpposite: base,
    largestShank: 0.5 * INCH,
  });
  add('mortising-jig', 'Mortising jig');
  const cutters = units === 'mm' ? [6, 8, 10, 12] : [1 / 4, 5 / 16, 3 / 8, 1 / 2];
  for (const [i, width] of cutters.entries())
    add(
      'router-cutter',
      `Straight cutter ${units === 'mm' ? width : ['1/4', '5/16', '3/8', '1/2'][i]}`,
      {
        diameter: own(width, width),
        cuttingLength: own([25, 35, 45, 55][i]!, [1.25, 1.5, 1.75, 2][i]!),
        shank: i < 2 ? own(8, 1 / 4) : own(12, 1 / 2),
        level: own(i === 3 ? 8 : 6, i === 3 ? 5 / 16 : 1 / 4),
      },
    );
  add('stop-block', 'Stop block', { thickness: own(20, 3 / 4) });
  add('block-box', 'Set-up blocks', {
    sizes:
      units === 'mm'
        ? [0.05, 0.1, 0.2, 0.5, 1, 2, 3, 5, 10, 20, 30, 50]
        : [1 / 500, 1 / 250, 1 / 125, 1 / 64, 1 / 32, 1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2, 3].map(
            inch,
          ),
  });
  add('ruler', 'Ruler', { length: own(300, 12), graduation: own(0.5, 1 / 64) });
  add('clamp', 'Bar clamp', { opening: own(600, 24) });
  const blade = add('saw-blade', 'Rip blade', {
    kerf: own(3.2, 1 / 8),
    diameter: own(250, 10),
    teeth: 'flat',
  });
  add('table-saw', 'Table saw', {
    bladeId: blade.id,
    fenceScale: scale,
    ...(size === 'full' && { widestStack: own(20, 13 / 16) }),
  });
  if (size === 'small') return chest;
  add('upright-jig', 'Upright jig');
  add('stack', 'Dado stack', {
    outer: own(6.4, 1 / 4),
    chippers: units === 'mm' ? [3, 3, 3, 1.5] : [1 / 8, 1 / 8, 1 / 8, 1 / 16].map(inch),
    diameter: own(200, 8),
  });
  add('router-table', 'Router table');
  add('drill-press', 'Drill press');
  add('mortiser', 'Hollow chisel mortiser');
  for (const [i, d] of (units === 'mm'
    ? [6, 8, 10, 12]
    : [1 / 4, 5 / 16, 3 / 8, 1 / 2]
  ).entries()) {
    const label = units === 'mm' ? d : ['1/4', '5/16', '3/8', '1/2'][i];
    add('boring-bit', `Brad point ${label}`, { diameter: own(d, d) });
    add('hollow-chisel', `Hollow chisel ${label}`, { size: own(d, d) });
  }
  for (const [stated, bore] of units === 'mm'
    ? [
        [16, 13],
        [17, 14],
        [24, 21],
        [30, 26],
      ]
    : [
        [5 / 8, 1 / 2],
        [3 / 4, 5 / 8],
        [1, 7 / 8],
      ])
    add('bushing', `Bushing ${units === 'mm' ? stated : (stated! * 8).toFixed(0) + ' eighths'}`, {
      stated: own(stated!, stated!),
      outside: own(stated!, stated!),
      bore: own(bore!, bore!),
    });
  add('straight-edge', 'Straight-edge');
  return chest;
}
