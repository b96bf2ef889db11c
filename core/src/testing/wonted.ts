import type { ToolKind } from '../shop/tooling/index.ts';
import type { JobShape } from './jobs.ts';
import type { WontedJob } from './wontedJob.ts';

const square = (params: object = {}): JobShape => ({ params: { corners: 'squared', ...params } });
const rails = (rail: JobShape['rail'], params: object = {}): JobShape => ({
  ...square(params),
  rail: rail!,
});

const MEASURING: readonly ToolKind[] = [
  'block-box',
  'stop-block',
  'ruler',
  'straight-edge',
  'clamp',
];
const TABLE_SAW: readonly ToolKind[] = [...MEASURING, 'table-saw', 'saw-blade', 'upright-jig'];
const BANDSAW: readonly ToolKind[] = [...MEASURING, 'bandsaw', 'bandsaw-blade'];
const DRILLING: readonly ToolKind[] = ['drill-press', 'boring-bit'];
const ROUTING: readonly ToolKind[] = [...MEASURING, 'router', 'router-cutter'];

/** Two rails’ tenons of a heavy top: 304 wide, 50 long, 40 thick wood of 1.5 m. */
const TOP: JobShape = {
  ...rails(
    { thickness: 40, width: 304, length: 1500 },
    {
      mortiseWidth: 12,
      faceShoulder: 14,
      tenonWidth: 264,
      edgeShoulder: 20,
      tenonLength: 50,
      position: 60,
    },
  ),
  stile: { thickness: 40, width: 80, length: 900 },
};
const BRIDLE = (deep: number): JobShape => ({
  kind: 'open-slot',
  rail: { width: deep },
  stile: { width: deep, thickness: 22, length: 500 },
});

export const WONTED: readonly WontedJob[] = [
  {
    title: 'One rail',
    pieces: 1,
    shape: { ...square(), ends: 'a' },
    expects: { tenoned: /hand|bandsaw/, mortised: /router-jig|hollow-chisel|bore|edge-guide/ },
  },
  {
    title: 'Two rails of a door',
    pieces: 2,
    shape: square(),
    expects: { tenoned: /stack|bandsaw|upright/, mortised: /router-jig|hollow-chisel/ },
  },
  {
    title: 'Eight rails',
    pieces: 8,
    shape: square(),
    expects: { tenoned: /stack|bandsaw|upright/, mortised: /router-jig|hollow-chisel/ },
  },
  {
    title: 'Forty rails',
    pieces: 40,
    shape: square(),
    expects: { tenoned: /stack|copied/, mortised: /router-jig|hollow-chisel/ },
  },
  {
    title: 'A hundred rails, 1.2 m long, round-edged',
    pieces: 100,
    shape: { rail: { length: 1200 } },
    expects: { tenoned: /copied/, mortised: /copied|router-jig/ },
  },
  {
    title: 'Eight rails, 1.8 m long',
    pieces: 8,
    shape: rails({ length: 1800 }),
    expects: { tenoned: /flat-stack|sled.*bandsaw|crosscut.*bandsaw/ },
  },
  {
    title: 'Four legs, two mortises each way',
    pieces: 4,
    shape: { stile: { width: 45, thickness: 45, length: 720 } },
    expects: { mortised: /router-jig/ },
  },
  {
    title: 'A heavy top, its tenons 264 wide',
    pieces: 1,
    shape: TOP,
    expects: { tenoned: /face/ },
  },
  {
    title: 'Stock whose thickness differs by 1.5',
    pieces: 8,
    shape: rails({ measured: [21.2, 22, 22.7] }),
    expects: { tenoned: /one-face|stepped|paired|router-table-one|block/ },
  },
  {
    title: 'Stock within a tenth',
    pieces: 8,
    shape: rails({ measured: [21.95, 22, 22.05] }),
    expects: { tenoned: /stack|flipped|upright/ },
  },
  {
    title: 'Four bridles 50 deep',
    pieces: 4,
    propose: true,
    shape: BRIDLE(50),
    expects: { mortised: /^saw-slot/ },
  },
  {
    title: 'Twelve bridles 90 deep',
    pieces: 12,
    propose: true,
    shape: BRIDLE(90),
    expects: { mortised: /bandsaw-slot/ },
  },
  {
    title: 'A wide lid, 500 on 20',
    pieces: 1,
    shape: rails(
      { thickness: 20, width: 500, length: 900 },
      { mortiseWidth: 6, faceShoulder: 7, tenonWidth: 500, edgeShoulder: 0, tenonLength: 20 },
    ),
    expects: { tenoned: /stack|face|router-table|bandsaw|paired/ },
  },
  {
    title: 'Four rails leaning by five degrees',
    pieces: 4,
    propose: true,
    shape: { kind: 'angled' },
    expects: { tenoned: /upright|bandsaw|stack|paired/, mortised: /router-jig|edge-guide/ },
  },
  {
    title: 'Sister rails, 70 and 120 wide',
    pieces: 4,
    shape: square(),
    sister: 120,
    expects: { tenoned: /stack|bandsaw|upright/ },
  },
  {
    title: 'Sixteen round tenons',
    pieces: 8,
    propose: true,
    shape: { kind: 'round' },
    expects: { tenoned: /copied|bushing|drilled/, mortised: /drill-press/ },
  },
  {
    title: 'Two round tenons',
    pieces: 1,
    propose: true,
    shape: { kind: 'round' },
    expects: { tenoned: /hand|drilled|copied/, mortised: /drill-press|hand-bore/ },
  },
  {
    title: 'Grooves of eight frames',
    pieces: 16,
    propose: true,
    shape: { kind: 'stub', params: { mortiseWidth: 8 } },
    expects: { tenoned: /stack|paired/, mortised: /stack-groove|router-table/ },
  },
  {
    title: 'Grooves of one frame',
    pieces: 2,
    propose: true,
    shape: { kind: 'stub', params: { mortiseWidth: 8 } },
    expects: { mortised: /groove|router-table/ },
  },
  {
    title: 'A heavy frame: posts 120 by 100, 2.4 m long',
    pieces: 2,
    shape: {
      ...rails(
        { thickness: 60, width: 100 },
        {
          mortiseWidth: 20,
          faceShoulder: 20,
          setBack: 20,
          tenonWidth: 80,
          edgeShoulder: 10,
          tenonLength: 40,
          position: 300,
        },
      ),
      stile: { thickness: 120, width: 100, length: 2400 },
    },
    expects: { mortised: /edge-guide|bore/ },
  },
  {
    title: 'Twelve lap notches',
    pieces: 12,
    propose: true,
    shape: { kind: 'tee-lap' },
    expects: { tenoned: /stack|bandsaw|upright/, mortised: /notch/ },
  },
  {
    title: 'Four housed rails',
    pieces: 4,
    propose: true,
    shape: { kind: 'housed', rail: { thickness: 18 }, stile: { thickness: 45, width: 45 } },
    expects: { mortised: /router-jig|bushing|edge-guide/ },
  },
  {
    title: 'One mitred frame with splines',
    pieces: 2,
    propose: true,
    shape: {
      kind: 'spline',
      rail: { thickness: 20, width: 60 },
      stile: { thickness: 20, width: 60 },
    },
    expects: { tenoned: /slot/, mortised: /slot/ },
  },
  {
    title: 'Six mitred frames with splines',
    pieces: 12,
    propose: true,
    shape: {
      kind: 'spline',
      rail: { thickness: 20, width: 60 },
      stile: { thickness: 20, width: 60 },
    },
    expects: { tenoned: /saw-slot/, mortised: /saw-slot/ },
  },
  {
    title: 'Eight twin tenons',
    pieces: 8,
    propose: true,
    shape: { kind: 'twin', rail: { thickness: 45 }, stile: { thickness: 45 } },
    expects: { tenoned: /stack|bandsaw|upright/, mortised: /router-jig|hollow-chisel/ },
  },
  {
    title: 'Eight haunched rails of grooved frames',
    pieces: 8,
    propose: true,
    shape: { kind: 'grooved' },
    expects: { tenoned: /stack|bandsaw|upright|paired/, mortised: /groove|router-table/ },
  },
  {
    title: 'Eight haunched rails into legs',
    pieces: 8,
    propose: true,
    shape: { kind: 'haunched', stile: { width: 45, thickness: 45 } },
    expects: { tenoned: /stack|bandsaw|upright/, mortised: /router-jig|router-table-stops/ },
  },
  {
    title: 'Loose tongues, eight rails',
    pieces: 8,
    propose: true,
    shape: { kind: 'loose' },
    expects: { tenoned: /router-jig/, mortised: /router-jig/ },
  },
  {
    title: 'Six stretchers through their legs',
    pieces: 6,
    propose: true,
    shape: { kind: 'through', stile: { width: 45, thickness: 45 } },
    expects: { tenoned: /stack|bandsaw|upright|copied/, mortised: /router-jig|hollow-chisel/ },
  },
  {
    title: 'Eight rails of rebated frames',
    pieces: 8,
    propose: true,
    shape: { kind: 'rebated' },
    expects: { tenoned: /rebate|router-table/, mortised: /rebate|router-table/ },
  },
  {
    title: 'Table saw and upright jig, eight rails',
    pieces: 8,
    shape: square(),
    only: [...TABLE_SAW, ...DRILLING],
    expects: { tenoned: /upright/, mortised: /bore-and-chisel/ },
  },
  {
    title: 'Table saw and stack, forty rails',
    pieces: 40,
    shape: square(),
    only: [...TABLE_SAW, 'stack', 'mortiser', 'hollow-chisel'],
    expects: { tenoned: /flat-stack/, mortised: /hollow-chisel/ },
  },
  {
    title: 'Bandsaw and drill press, four rails',
    pieces: 4,
    shape: square(),
    only: [...BANDSAW, ...DRILLING],
    expects: { tenoned: /bandsaw/, mortised: /bore-and-chisel/ },
  },
  {
    title: 'Bandsaw and mortising jig, twenty rails',
    pieces: 20,
    shape: {},
    only: [...BANDSAW, ...ROUTING, 'mortising-jig'],
    expects: { tenoned: /bandsaw/, mortised: /router-jig/ },
  },
  {
    title: 'A router and its guides, eight rails',
    pieces: 8,
    shape: {},
    only: ROUTING,
    expects: { tenoned: /face/, mortised: /edge-guide/ },
  },
  {
    title: 'A router and bushings, forty rails',
    pieces: 40,
    shape: square(),
    only: [...ROUTING, 'bushing', ...BANDSAW],
    expects: { tenoned: /bandsaw/, mortised: /bushing|edge-guide/ },
  },
  {
    title: 'A router table, twelve rails',
    pieces: 12,
    shape: {},
    only: [...ROUTING, 'router-table'],
    expects: { tenoned: /router-table/, mortised: /router-table-stops|edge-guide/ },
  },
  {
    title: 'A mortiser and a bandsaw, eight rails',
    pieces: 8,
    shape: square(),
    only: [...BANDSAW, 'mortiser', 'hollow-chisel'],
    expects: { tenoned: /bandsaw/, mortised: /hollow-chisel/ },
  },
  {
    title: 'No jig on the wall, eight rails',
    pieces: 8,
    shape: {},
    without: ['upright-jig', 'mortising-jig'],
    expects: { tenoned: /stack|bandsaw|copied/, mortised: /edge-guide|router-table-stops|copied/ },
  },
  {
    title: 'Table saw, jigs and bandsaw, sixteen rails',
    pieces: 16,
    shape: square(),
    only: [...TABLE_SAW, ...BANDSAW, ...ROUTING, 'mortising-jig'],
    expects: { tenoned: /upright|bandsaw/, mortised: /router-jig/ },
  },
];
