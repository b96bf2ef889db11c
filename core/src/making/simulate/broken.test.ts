import { beforeAll, describe, expect, it } from 'vitest';
import { kindOf } from '../../design/joints/index.ts';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import type { Setup } from '../setups/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { halvesOf } from '../../testing/halves.ts';
import { jobWith, type JobShape, WORKED_ROUND } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { Mm } from '../../ground/units/index.ts';
import { proveJoint } from './proof.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const exact = { ...TEST_SHOP, graduation: 0 };

/**
 * Whether a joint is proved when each figure of one method stands where a broken formula would have
 * put it.
 */
function good(
  shape: JobShape,
  method: string,
  broken: (id: string, value: Mm) => Mm,
  turned: (degrees: number) => number = (degrees) => degrees,
): boolean {
  const job = jobWith(shape);
  const [joint] = job.joints;
  const setups = setupsOf(planJob(job, exact)).map((s): Setup => {
    if (s.method !== method) return s;
    const figures = s.figures.map((f) => ({
      ...f,
      set: { ...f.set, value: broken(f.id, f.value), error: 0 },
    }));
    const angles = (s.angles ?? []).map((a) => ({ ...a, set: turned(a.set) }));
    const lean = s.leanSet === undefined ? {} : { leanSet: turned(s.leanSet) };
    const tilt = s.tilt
      ? { tilt: { degrees: turned(s.tilt.degrees), set: turned(s.tilt.set) } }
      : {};
    return {
      ...s,
      ...lean,
      ...tilt,
      angles,
      figures,
      passes: s.passes.map(({ level: _, ...pass }) => pass),
    };
  });
  expect(setups.some((s) => s.method === method)).toBe(true);
  return proveJoint(
    modeller,
    'joint',
    kindOf(joint!.kind),
    { ...joint!.params },
    halvesOf(job, setups),
    exact,
  ).good;
}

const squared = { corners: 'squared', position: 100 } as const;
const tenon = (id: string): JobShape => ({ params: squared, routes: { tenoned: id } });
const mortise = (id: string): JobShape => ({ params: squared, routes: { mortised: id } });
const [KERF, BAND, BASE] = [3.2, 1.1, 75];
const TEE = {
  kind: 'tee-lap',
  params: { tenonThickness: 11, mortiseWidth: 11, tenonLength: 46, notchLength: 70, position: 200 },
  routes: { mortised: 'saw-notch' },
};

const grooved = (mortised: string): JobShape => ({
  kind: 'stub',
  params: {
    mortiseWidth: 8,
    faceClearance: 0,
    bottomClearance: 1,
    faceShoulder: 7,
    setBack: 0,
    tenonLength: 10,
    position: 100,
  },
  routes: { mortised },
});
const rebated = (mortised: string): JobShape => ({
  kind: 'rebated',
  params: {
    mortiseWidth: 8,
    faceClearance: 0,
    faceShoulder: 5,
    tenonLength: 25,
    endClearance: 1,
    bottomClearance: 2,
    position: 80,
    corners: 'squared',
    rebateWidth: 8,
    mateWidth: 70,
  },
  routes: { mortised: `router-jig+square-ends+${mortised}` },
});
const slotted = (slot: string): JobShape => ({
  kind: 'twin',
  params: { ...STRAIGHT, faceShoulder: 2, mortiseWidth: 6, gap: 5, position: 100 },
  routes: { tenoned: `crosscut-shoulders+saw-upright-flipped+${slot}` },
});
const OPEN = {
  mortiseWidth: 8,
  faceClearance: 0,
  faceShoulder: 7,
  setBack: 0,
  tenonLength: 45,
  slotDepth: 70,
};

const NESTED: JobShape = {
  kind: 'housed',
  params: {
    ...squared,
    mortiseWidth: 15,
    faceClearance: 0,
    faceShoulder: 3.5,
    tenonWidth: 63,
    edgeShoulder: 3.5,
    tenonLength: 25,
    endClearance: 0,
    bottomClearance: 2,
    setBack: 4,
    housingDepth: 3,
    housingClearance: 0,
    partner: 'straight',
    curve: 0,
    taper: 0,
    mateThickness: 22,
    mateWidth: 70,
  },
  stile: { thickness: 40, width: 60 },
  routes: { mortised: 'bushing-mortise+square-ends' },
};

const PEGGED = {
  ...squared,
  pegs: 'drawbored',
  pegDiameter: 8,
  pegInset: 13,
  pegOffset: 1.5,
  pegAcross: 35,
  pegSpacing: 0,
};
const ROUND = {
  kind: 'round',
  params: { ...WORKED_ROUND, bore: 16, roundClearance: 0.1 },
  routes: { tenoned: 'bushing-round' },
};
const WEDGED: JobShape = {
  kind: 'through',
  params: {
    ...squared,
    wedges: 'wedged',
    wedgeKerf: 1.5,
    wedgeStop: 6,
    wedgeThickness: 4,
    flareDepth: 30,
  },
};

const STRAIGHT = {
  ...squared,
  mortiseWidth: 8,
  faceClearance: 0,
  faceShoulder: 7,
  tenonWidth: 40,
  edgeShoulder: 15,
  tenonLength: 30,
  endClearance: 0,
  bottomClearance: 2,
  setBack: 0,
};
const BED = { thickness: 39, width: 93, under: 12, beside: 14 };
const TILTED = { tenoned: 'tilted-end+tilted-shoulders+saw-upright-flipped' };
const askew = (more: object, routes: JobShape['routes'] = {}): JobShape => ({
  kind: 'angled',
  params: { ...STRAIGHT, degrees: 5, plane: 'width', slant: 'tenon', ...more },
  stile: { thickness: 40, width: 60 },
  routes,
});

describe('an angle that is not what the card says makes the proof fail', () => {
  it.each<[string, JobShape, string, (degrees: number) => number]>([
    [
      'the end’s gauge turned the other way',
      askew({}, { tenoned: 'crosscut-end+crosscut-shoulders+saw-upright-flipped' }),
      'crosscut-end',
      (d) => -d,
    ],
    [
      'a wedge under the cheeks half a degree off',
      askew({ plane: 'thickness' }, { tenoned: 'hand-end+crosscut-shoulders+saw-upright-flipped' }),
      'saw-upright-flipped',
      (d) => d + 0.5,
    ],
    [
      'the wedge under the mortise turned over',
      askew({ slant: 'mortise' }, { mortised: 'router-jig+square-ends' }),
      'router-jig',
      (d) => -d,
    ],
    [
      'the blade tilted half a degree too far',
      askew(
        { plane: 'thickness' },
        { tenoned: 'tilted-end+crosscut-shoulders+saw-upright-flipped' },
      ),
      'tilted-end',
      (d) => d + 0.5,
    ],
    [
      'the blade of the shoulders tilted, and the fence left on its side',
      askew({ plane: 'thickness' }, TILTED),
      'tilted-shoulders',
      (d) => Math.abs(d),
    ],
    [
      'the bevel for a raked shoulder set square',
      askew({ slant: 'mortise', plane: 'thickness' }, { tenoned: 'hand-raked' }),
      'hand-raked',
      () => 0,
    ],
  ])('%s', (_, shape, method, turned) => {
    const same = (_id: string, value: Mm) => value;
    expect(good(shape, method, same)).toBe(true);
    expect(good(shape, method, same, turned)).toBe(false);
  });
});

describe('one broken formula is enough for the proof to fail', () => {
  it.each<[string, JobShape, string, (id: string, value: Mm) => Mm]>([
    [
      'upright, flipped: measured to the far side of the blade',
      tenon('crosscut-shoulders+saw-upright-flipped'),
      'saw-upright-flipped',
      (id, v) => (/fence/.test(id) ? v - KERF : v),
    ],
    [
      'upright, stepped: a step of the tenon alone',
      tenon('crosscut-shoulders+saw-upright-stepped'),
      'saw-upright-stepped',
      (id, v) => (/near/.test(id) ? v + KERF : v),
    ],
    [
      'in a cradle: its bed left out',
      {
        params: squared,
        rail: { cradle: BED },
        routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' },
      },
      'saw-upright-flipped',
      (id, v) => (id === 'face-fence-reference' ? v - 12 : v),
    ],
    [
      'bandsaw, flipped: the cheek beyond the shoulder',
      tenon('crosscut-shoulders+bandsaw-flipped'),
      'bandsaw-flipped',
      (id, v) => (id === 'stop' ? v + 0.31 : v),
    ],
    [
      'bandsaw, stepped: the table saw’s kerf for the band’s',
      {
        params: { ...squared, faceShoulder: 8 },
        routes: { tenoned: 'crosscut-shoulders+bandsaw-stepped' },
      },
      'bandsaw-stepped',
      (id, v) => (/near/.test(id) ? v + BAND - KERF : v),
    ],
    [
      'shoulders: the stop block forgotten',
      tenon('crosscut-shoulders+saw-upright-flipped'),
      'crosscut-shoulders',
      (id, v) => (id === 'fence' ? v - 20 : v),
    ],
    [
      'over a stack: the tenon’s thickness for the shoulder',
      tenon('saw-flat-stack'),
      'saw-flat-stack',
      (id, v) => (id === 'blade-height' && v === 7 ? 8 : v),
    ],
    [
      'by hand: the far cheek from the far face',
      { params: { ...squared, faceShoulder: 6 }, routes: { tenoned: 'hand-tenon' } },
      'hand-tenon',
      (id, v) => (id === 'far-cheek' ? 22 - v : v),
    ],
    [
      'router jig: the cutter left out of the travel',
      mortise('router-jig+square-ends'),
      'router-jig',
      (id, v) => (/(left|right)-stop/.test(id) ? v + 4 : v),
    ],
    [
      'router jig: one base for both sides of another router',
      mortise('router-jig+square-ends'),
      'router-jig',
      (id, v) => (id === 'left-stop' ? v - BASE + 70 : v),
    ],
    [
      'hollow chisel: the far end without the chisel taken off',
      mortise('hollow-chisel'),
      'hollow-chisel',
      (id, v) => (id === 'stop-far' ? v + 8 : v),
    ],
    [
      'notch: the near wall without the stack',
      TEE,
      'saw-notch',
      (id, v) => (id === 'stop-near' ? v - 16 : v),
    ],
    [
      'bored: the row starts at the mortise’s end, not half a bit in',
      mortise('bore-and-chisel'),
      'bore-and-chisel',
      (id, v) => (id === 'stop-near' ? v - 4 : v),
    ],
    [
      'edge guide: to the near side of the cutter',
      mortise('edge-guide+square-ends'),
      'edge-guide',
      (id, v) => (id === 'guide-reference' ? v - 8 : v),
    ],
    [
      'template: the cutter not taken off',
      mortise('bushing-mortise+square-ends'),
      'bushing-mortise',
      (id, v) => (id === 'width' ? v + 8 : v),
    ],
    [
      'template: its thickness left out of the plunge',
      mortise('bushing-mortise+square-ends'),
      'bushing-mortise',
      (id, v) => (id === 'depth' ? v - 12 : v),
    ],
    [
      'along a straight-edge: half the cutter forgotten',
      tenon('router-face'),
      'router-face',
      (id, v) => (id === 'edge' ? v + 6 : v),
    ],
    [
      'drawbored: the offset away from the shoulder',
      { params: PEGGED, routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped+drill-press' } },
      'drill-press',
      (id, v) => (id === 'stop' && v === 18.5 ? v - 3 : v),
    ],
    [
      'on the sled: to the near side of the blade',
      tenon('sled-shoulders+saw-upright-flipped'),
      'sled-shoulders',
      (id, v) => (id === 'end-stop' ? v - KERF : v),
    ],
    [
      'shoulders on the bandsaw: the table saw’s kerf taken off',
      tenon('bandsaw-shoulders+saw-upright-flipped'),
      'bandsaw-shoulders',
      (id, v) => (id === 'fence' ? v - KERF : v),
    ],
    [
      'one face: the far shoulder for shoulder and tongue',
      tenon('saw-flat-one-face'),
      'saw-flat-one-face',
      (id, v) => (id === 'above' ? 22 - v : v),
    ],
    [
      'paired cutters: the upper one at the far shoulder',
      tenon('paired-cutters'),
      'paired-cutters',
      (id, v) => (id === 'gap' ? v - 1 : v),
    ],
    [
      'paired cutters: half their width for the whole',
      tenon('paired-cutters'),
      'paired-cutters',
      (id, v) => (id === 'fence' ? v - 4 : v),
    ],
    [
      'groove: the kerf left out of its far wall',
      grooved('saw-groove'),
      'saw-groove',
      (id, v) => (id === 'fence-1' ? v + KERF : v),
    ],
    [
      'groove on the router table: to the cutter’s middle',
      grooved('router-table-groove'),
      'router-table-groove',
      (id, v) => (/fence/.test(id) ? v - 3 : v),
    ],
    [
      'rebate: the kerf taken off its floor',
      rebated('saw-rebate'),
      'saw-rebate',
      (id, v) => (id === 'fence' && v < 20 ? v - KERF : v),
    ],
    [
      'rebate on the router table: its width from the cutter’s middle',
      rebated('router-table-rebate'),
      'router-table-rebate',
      (id, v) => (/fence/.test(id) ? v + 6 : v),
    ],
    [
      'slot: the kerf left out of its far wall',
      slotted('saw-slot'),
      'saw-slot',
      (id, v) => (id === 'fence-1' ? v + KERF : v),
    ],
    [
      'slot by hand: the wall at the tenon’s own thickness',
      slotted('hand-slot'),
      'hand-slot',
      (id, v) => (/near/.test(id) ? v - 7 : v),
    ],
    [
      'layers: the tenon’s thickness for the far cheek',
      { kind: 'open-slot', params: OPEN, routes: { tenoned: 'built-up-tenon' } },
      'built-up-tenon',
      (_id, v) => (v === 15 ? 8 : v),
    ],
    [
      'along a bearing: its own half for half the difference',
      tenon('bearing-face'),
      'bearing-face',
      (id, v) => (id === 'edge' ? v + 6 : v),
    ],
    [
      'between rails: the opposite side of the base left out',
      tenon('rails-face'),
      'rails-face',
      (id, v) => (id === 'apart' ? v - BASE : v),
    ],
    [
      'round a block: as for an opening, bushing and cutter exchanged',
      { params: { ...squared, corners: 'rounded' }, routes: { tenoned: 'bushing-tenon' } },
      'bushing-tenon',
      (id, v) =>
        id === 'width' || id === 'length' ? v + 10 : id === 'side' || id === 'end' ? v - 5 : v,
    ],
    [
      'copied opening: the scale left out',
      mortise('copied-mortise+square-ends'),
      'copied-mortise',
      (id, v) => (id === 'width' || id === 'length' ? (v - 16) / 2 + 16 : v),
    ],
    [
      'copied opening: the follower taken off',
      mortise('copied-mortise+square-ends'),
      'copied-mortise',
      (id, v) => (id === 'length' ? v - 32 : v),
    ],
    [
      'copied block: the cutter not added',
      { params: { ...squared, corners: 'rounded' }, routes: { tenoned: 'copied-tenon' } },
      'copied-tenon',
      (id, v) => (id === 'width' ? v - 12 : v),
    ],
    [
      'copied square block: the gap not scaled',
      tenon('copied-square'),
      'copied-square',
      (id, v) => (id === 'across' ? v / 2 : v),
    ],
    [
      'two bushings in one opening: exchanged',
      NESTED,
      'bushing-mortise',
      (id, v) =>
        id === 'width' || id === 'length' ? v + 7 : id === 'side' || id === 'end' ? v - 3.5 : v,
    ],
    [
      'router table: half the cutter for the whole',
      tenon('router-table-sled'),
      'router-table-sled',
      (id, v) => (id === 'fence' ? v + 6 : v),
    ],
    [
      'between stops: the cutter left out of one stop',
      mortise('router-table-stops+square-ends'),
      'router-table-stops',
      (id, v) => (id === 'right-stop' ? v + 4 : v),
    ],
    [
      'round a disc: the bushing added',
      ROUND,
      'bushing-round',
      (id, v) => (id === 'width' ? v + 34 : v),
    ],
    [
      'an end at an angle: the corner that is cut off forgotten',
      askew({}, { tenoned: 'crosscut-end+crosscut-shoulders+saw-upright-flipped' }),
      'crosscut-end',
      (id, v) => (id === 'fence' ? 20 : v),
    ],
    [
      'tilted shoulders: the tenon’s own length along the face',
      askew({ plane: 'thickness' }, TILTED),
      'tilted-shoulders',
      (id, v) => (id === 'fence' && v > 50.05 ? v - 30 / Math.cos(Math.PI / 36) + 30 : v),
    ],
    [
      'tilted shoulders: what the kerf rises left out',
      askew({ plane: 'thickness' }, TILTED),
      'tilted-shoulders',
      (id, v) => (id === 'blade-height' ? v - 3.2 * Math.sin(Math.PI / 36) : v),
    ],
    [
      'raked by hand: the shoulder’s mark at the other edge',
      askew({ slant: 'mortise', plane: 'thickness' }, { tenoned: 'hand-raked' }),
      'hand-raked',
      (id, v) => (id === 'shoulder' ? v + 22 * Math.tan(Math.PI / 36) : v),
    ],
    [
      'wedged: the end flared towards the mortise',
      WEDGED,
      'flare-ends',
      (id, v) => (id === 'near-flare' ? v + 5 : v),
    ],
  ])('%s', (_, shape, method, broken) => {
    expect(good(shape, method, (_id, value) => value)).toBe(true);
    expect(good(shape, method, broken)).toBe(false);
  });
});
