import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SPECIES, type Part } from '../shop/stock/index.ts';
import { jobWith } from '../testing/jobs.ts';
import { TEST_SHOP } from '../testing/shops.ts';
import { newTool, starterShop, type Tool } from '../shop/tooling/index.ts';
import { IMPERIAL, INCH, METRIC } from '../ground/units/index.ts';
import {
  chestFile,
  readBoards,
  readChest,
  readChestFile,
  readJobFile,
  readParts,
  writeChest,
  writeParts,
} from './index.ts';
import { MOST_PARTS } from './partsTable.ts';

const told = (read: Pick<ReturnType<typeof readParts>, 'problems'>) =>
  read.problems.map((p) => [p.row, p.column, p.message.slice(0, 40)]);

describe('a file of tools', () => {
  it('has no figure taken that a shop can’t keep', () => {
    const csv = 'kind,name,driftAngle\nbandsaw,Large,260\nbandsaw,Small,1.5\n';
    const { tools, problems } = readChest(csv, TEST_SHOP.tools);
    expect(tools.map(({ name }) => name)).toEqual(['Small']);
    expect(problems).toMatchObject([{ row: 2, column: 'driftAngle', text: '260' }]);
  });
});

describe('a pasted table of boards', () => {
  it('with headings or without; a wrong cell is told and its row stays as it was typed', () => {
    const read = readBoards(
      'Board\tQty\tLength\tWidth\tThickness (in)\tWood\tEnds\nAsh\t4\t3100\t230\t1 1/4\tWhite ash\t0\nKnotty\t1\t2.7 m\t20o\t2\tmystery\t',
      METRIC,
      [],
    );
    expect(read.boards).toEqual([
      {
        id: 'ash',
        name: 'Ash',
        count: 4,
        length: 3100,
        width: 230,
        thickness: 1.25 * INCH,
        species: 'white-ash',
        ends: 0,
        defects: [],
      },
    ]);
    expect(told(read)).toEqual([
      [3, 'Width', expect.stringMatching(/^Width: /)],
      [3, 'Wood', expect.stringMatching(/^Velk has no figures for “mystery”/)],
    ]);
    expect(read.left).toBe(
      'Board\tQty\tLength\tWidth\tThickness (in)\tWood\tEnds\nKnotty\t1\t2.7 m\t20o\t2\tmystery\t',
    );
    const plain = readBoards(
      'Plank, 3, 2400, 180, 32\nPlank, 0, 2400, 180, 32\nPlank, 1, 2400, 180',
      METRIC,
      read.boards,
    );
    expect(plain.boards.map(({ id, count, species, ends }) => [id, count, species, ends])).toEqual([
      ['plank', 3, '', 30],
    ]);
    expect(told(plain)).toEqual([
      [2, 'How many', 'How many: a whole number from 1 to 10 00'],
      [3, 'Thickness', 'Thickness is missing.'],
    ]);
  });
});

describe('a pasted table of parts', () => {
  it('of any length is read: what is more than a job holds stays as it was pasted, and so does all of it without its columns', () => {
    const rows = Array.from({ length: 200_000 }, () => 'Rail,600,70,22');
    const read = readParts(['Part,Length,Width,Thickness', ...rows].join('\n'), METRIC, []);
    expect(read.parts).toHaveLength(MOST_PARTS);
    expect(read.left.split('\n')).toHaveLength(1 + 200_000 - MOST_PARTS);
    const wrong = ['Part,Length', ...rows].join('\n');
    expect(readParts(wrong, METRIC, []).left).toBe(wrong);
  });

  it('with tabs, headings in any order and a unit in one of them', () => {
    const read = readParts(
      'Width\tPart\tQty\tLength (in)\tThickness\tThickness as measured\n70\tRail\t6\t24 1/2\t22\t22.1 22.0 21.8\n50\tStile\t\t36\t22\t',
      METRIC,
      [],
    );
    expect(read.problems).toEqual([]);
    expect(
      read.parts.map((p) => [p.id, p.name, p.quantity, p.length, p.width.nominal, p.thickness]),
    ).toEqual([
      ['rail', 'Rail', 6, 24.5 * INCH, 70, { nominal: 22, measured: [22.1, 22, 21.8] }],
      ['stile', 'Stile', 1, 36 * INCH, 50, { nominal: 22, measured: [] }],
    ]);
  });

  it('with semicolons, decimal commas and thousands set apart by points', () => {
    const read = readParts(
      'Part;Pieces;Length;Thickness;Width\nPost;24;1.180;45,5;60\nRail;2;860,5;22,05;70',
      METRIC,
      [],
    );
    expect(read.decimal).toBe(',');
    expect(read.parts.map((p) => [p.length, p.thickness.nominal])).toEqual([
      [1180, 45.5],
      [860.5, 22.05],
    ]);
  });

  it('as CSV with quotes, without headings, and with inches as people write them', () => {
    const read = readParts(
      '"Rail, front",2,"2\' 3 1/2""",3/4,2 1/2\nStile,4,36,25/32,2',
      IMPERIAL,
      [],
    );
    expect(read.problems).toEqual([]);
    expect(read.parts.map((p) => p.name)).toEqual(['Rail, front', 'Stile']);
    expect(read.parts[0]!.length / INCH).toBeCloseTo(27.5, 9);
  });

  it('keeps the good rows, tells each wrong cell, and leaves the wrong rows as they were typed', () => {
    const text =
      'Part,Pieces,Length,Thickness,Width,Colour\nRail,2,600,22,70,red\nStile,two,900,22,50,\nFoot,2,abc,,50,\n,1,300,22,50,';
    const read = readParts(text, METRIC, jobWith().parts);
    expect(read.parts.map((p) => p.id)).toEqual(['rail-2']);
    expect(told(read)).toEqual([
      [1, 'Colour', '“Colour” is not a column Velk knows; it i'.slice(0, 40)],
      [3, 'Pieces', 'Pieces: a whole number from 1 to 10 000.'],
      [4, 'Length', 'Length: “abc” is not a length.'],
      [4, 'Thickness', 'Thickness is missing.'],
      [5, 'Part', 'Part is missing.'],
    ]);
    expect(read.left).toBe(
      'Part,Pieces,Length,Thickness,Width,Colour\nStile,two,900,22,50,\nFoot,2,abc,,50,\n,1,300,22,50,',
    );
    expect(readParts(read.left.replace('two', '2'), METRIC, []).parts.map((p) => p.name)).toEqual([
      'Stile',
    ]);
  });

  it('without a column it needs takes nothing and says which', () => {
    const read = readParts('Part\tLength\tBreadth\nRail\t600\t70', METRIC, []);
    expect(read.parts).toEqual([]);
    expect(told(read).map((t) => t[1])).toEqual(['Breadth', 'Thickness', 'Width']);
    expect(read.left).toContain('Rail\t600\t70');
  });

  it('of ten thousand rows takes as many as a job holds and leaves the rest', () => {
    const rows = Array.from({ length: 10_000 }, (_, i) => `Part ${i}\t1\t600\t22\t70`);
    const read = readParts(
      ['Part\tPieces\tLength\tThickness\tWidth', ...rows].join('\n'),
      METRIC,
      [],
    );
    expect(read.parts.length).toBe(MOST_PARTS);
    expect(read.problems).toHaveLength(1);
    expect(read.problems[0]!.message).toBe(
      'A job holds 2000 parts; 8000 rows from here on were not taken.',
    );
    expect(read.left.split('\n').length).toBe(8001);
    expect(readParts('', METRIC, [])).toMatchObject({ parts: [], problems: [], left: '' });
  });

  it('reads back what was written, whatever the parts', () => {
    const size = fc.integer({ min: 1, max: 30_000 }).map((n) => n / 20);
    const part = fc.record({
      name: fc
        .string({ minLength: 1, maxLength: 12 })
        .filter((s) => s.trim() === s && /[a-z]/i.test(s) && !/[\r\n\t;]/.test(s)),
      quantity: fc.integer({ min: 1, max: 99 }),
      length: size,
      thickness: fc.record({ nominal: size, measured: fc.array(size, { maxLength: 4 }) }),
      width: fc.record({ nominal: size, measured: fc.constant([] as number[]) }),
      species: fc.constantFrom('', ...SPECIES.map((s) => s.id)),
    });
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 6 }), (list) => {
        const parts = list.map((p): Part => ({ ...jobWith().parts[0]!, ...p }));
        const read = readParts(writeParts(parts), METRIC, []);
        expect(read.problems).toEqual([]);
        expect(read.parts.map(({ id: _, ...p }) => p)).toEqual(parts.map(({ id: _, ...p }) => p));
      }),
      { seed: 14, numRuns: 100 },
    );
  });
});

describe('a chest as a table', () => {
  it('reads back every kind of tool, from CSV and from JSON', () => {
    const { tools } = starterShop({ name: 'S', units: 'in', size: 'full', guardOff: true });
    const full = tools.map((t): Tool =>
      t.kind === 'upright-jig'
        ? { ...t, screw: { lead: 4, divisions: 80 } }
        : t.kind === 'clamp'
          ? { ...t, retired: true }
          : t,
    );
    const byName = (list: readonly Tool[]) =>
      [...list].sort((a, b) => a.name.localeCompare(b.name));
    const fromTable = readChest(writeChest(full), []);
    expect(fromTable.problems).toEqual([]);
    expect(
      byName(fromTable.tools).map(({ id: _, ...t }) =>
        'bladeId' in t ? { ...t, bladeId: '' } : t,
      ),
    ).toEqual(byName(full).map(({ id: _, ...t }) => ('bladeId' in t ? { ...t, bladeId: '' } : t)));
    expect(readChestFile(chestFile(full), [])).toEqual({ tools: full, problems: [] });
  });

  it('takes the good rows and says of every other cell why not', () => {
    const text = [
      'kind,name,kerf,diameter,teeth,outside,bore,screw,colour',
      'saw-blade,Thin,2.4,250,flat,,,,',
      'saw-blade,Odd,-3,250,flat,,,,',
      'saw-blade,Thin,3,250,round,,,,',
      'bushing,Small,,,,10,12,,',
      'upright-jig,Screwed,,,,,,lead 0 ring 10,',
      'spoon,Spoon,,,,,,,',
    ].join('\n');
    const read = readChest(text, []);
    expect(read.tools.map((t) => [t.kind, t.name])).toEqual([['saw-blade', 'Thin']]);
    expect(read.problems.map((p) => [p.row, p.column])).toEqual([
      [1, 'colour'],
      [3, 'kerf'],
      [4, 'teeth'],
      [4, 'name'],
      [5, 'bore'],
      [6, 'screw'],
      [7, 'kind'],
    ]);
    expect(readChest('a,b\n1,2', []).problems[0]!.message).toMatch(/kind/);
  });

  it('brings tools into a chest that has some: ids kept apart, blades still on their saws, names not used twice', () => {
    const blade = { ...newTool('saw-blade', []), id: 'blade', name: 'New blade' };
    const saw = { ...newTool('table-saw', [blade]), id: 'saw', name: 'New saw' };
    const clash = { ...newTool('ruler', []), name: TEST_SHOP.tools[0]!.name };
    const read = readChestFile(chestFile([blade, saw, clash] as Tool[]), TEST_SHOP.tools);
    expect(read.tools.map((t) => t.id)).toEqual(['blade-2', 'saw-2']);
    expect(read.tools[1]).toMatchObject({ bladeId: 'blade-2' });
    expect(read.problems.map((p) => p.column)).toEqual(['name']);
    for (const text of [
      '{',
      '[]',
      '{"format":"velk-chest"}',
      '{"format":"velk-chest","tools":[null,{"kind":"ruler"}]}',
    ])
      expect(readChestFile(text, []).problems.length).toBeGreaterThan(0);
  });
});

describe('a job file of the first version', () => {
  const first = {
    format: 'velk-job',
    version: 1,
    job: {
      name: 'Old',
      notes: '',
      units: 'mm',
      parts: [
        {
          id: 'rail',
          name: 'Rail',
          quantity: 2,
          length: 600,
          thickness: { nominal: 22, measured: [] },
          width: { nominal: 70, measured: [] },
        },
      ],
      joints: [],
    },
    shop: {
      name: 'Old shop',
      style: METRIC,
      graduation: 0.05,
      secondCutShort: 0.3,
      targetClearance: 0.05,
      tools: [
        {
          kind: 'bandsaw',
          id: 'band',
          name: 'Bandsaw',
          bladeId: 'b',
          fenceSide: 'left',
          throat: 400,
          heightUnderGuides: 200,
          maxStop: 120,
          driftAngle: 1,
          fenceZero: 0.1,
        },
        { kind: 'bandsaw-blade', id: 'b', name: 'Blade', kerf: 1.1, width: 16 },
        { kind: 'stop-block', id: 'one', name: 'Block', thickness: 20 },
        { kind: 'stop-block', id: 'two', name: 'Block', thickness: 25 },
      ],
    },
  };

  it('is read, its scale’s zero kept, tools of one name told apart', () => {
    const read = readJobFile(JSON.stringify(first));
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    const { job, shop } = read.value;
    expect(job.parts[0]).toMatchObject({ hands: 'alike', species: '', apart: false });
    expect(shop.tools[0]).toMatchObject({ retired: false, fenceScale: { zero: 0.1 } });
    expect(shop.tools.map((t) => t.name)).toEqual(['Bandsaw', 'Blade', 'Block', 'Block 2']);
  });

  it('is still refused for what was wrong in it, by its path', () => {
    const wrong = structuredClone(first);
    (wrong.job.parts[0] as { length: unknown }).length = -1;
    (wrong.shop.tools[2] as { fenceZero?: number }).fenceZero = 1;
    const read = readJobFile(JSON.stringify(wrong));
    expect(!read.ok && read.errors.map((e) => e.path)).toEqual([
      'job.parts[0].length',
      'shop.tools[2].fenceZero',
    ]);
  });
});
