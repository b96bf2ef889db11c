import { describe, expect, it } from 'vitest';
import { IMPERIAL, INCH, METRIC } from '../../ground/units/index.ts';
import { blockBoxesOf, stopBlockOf } from './blocks.ts';
import type { Tool } from './tools.ts';

const block = (id: string, thickness: number): Tool => ({
  kind: 'stop-block',
  retired: false,
  id,
  name: id,
  thickness,
});
const box = (id: string, sizes: readonly number[]): Tool => ({
  kind: 'block-box',
  retired: false,
  id,
  name: id,
  sizes,
});
const BOTH = [
  block('metric', 20),
  block('inch', 0.75 * INCH),
  box('millimetres', [0.5, 1, 20]),
  box('inches', [INCH / 64, INCH / 8]),
];

describe('what is measured by stands in the units of the job', () => {
  it('takes the block and the boxes of its units, where there are any', () => {
    const named = (style: typeof METRIC, tools = BOTH) => [
      stopBlockOf({ tools, style })?.id,
      blockBoxesOf({ tools, style }).map(({ id }) => id),
    ];
    expect(named(METRIC)).toEqual(['metric', ['millimetres']]);
    expect(named(IMPERIAL)).toEqual(['inch', ['inches']]);
    const metric = BOTH.filter(({ id }) => id.startsWith('m'));
    expect(named(IMPERIAL, metric)).toEqual(['metric', ['millimetres']]);
    expect(named(METRIC, [])).toEqual([undefined, []]);
  });

  it('goes by the first that is not retired', () => {
    const tools = BOTH.map((tool) => (tool.id === 'inch' ? { ...tool, retired: true } : tool));
    expect(stopBlockOf({ tools, style: IMPERIAL })?.id).toBe('metric');
  });
});
