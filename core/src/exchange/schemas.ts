import Joi from 'joi';
import { JOINT_KINDS } from '../joints/index.ts';
import { JOB_FORMAT, JOB_VERSION, type Job, type JobFile, type Joint } from './jobFile.ts';
import type { Part } from '../stock/index.ts';
import type { Shop, Tool, ToolKind } from '../tooling/index.ts';

/** Upper bounds that no wood and no shop reaches: they keep nonsense and floods out. */
const LONGEST = 20_000;
const id = () =>
  Joi.string()
    .pattern(/^[\w-]{1,64}$/, 'letters, digits, - and _')
    .required();
const name = () => Joi.string().trim().min(1).max(120).required();
const size = () => Joi.number().greater(0).max(LONGEST).required();
const angle = () => Joi.number().min(-45).max(45).required();
const offset = () => Joi.number().min(-100).max(100).required();
const side = () => Joi.string().valid('left', 'right').required();

const measuredSize = () =>
  Joi.object({
    nominal: size(),
    measured: Joi.array().items(Joi.number().greater(0).max(LONGEST)).max(2000).required(),
  }).required();

export const partSchema = Joi.object<Part>({
  id: id(),
  name: name(),
  quantity: Joi.number().integer().min(1).max(10_000).required(),
  length: size(),
  thickness: measuredSize(),
  width: measuredSize(),
});

const ends = () => Joi.string().valid('a', 'b', 'both').required();

export const jointSchema = Joi.object<Joint>({
  id: id(),
  name: name(),
  kind: Joi.string()
    .valid(...JOINT_KINDS.map((k) => k.id))
    .required(),
  tenoned: Joi.object({ part: id(), ends: ends() }).required(),
  mortised: Joi.object({
    part: id(),
    ends: ends(),
    edge: Joi.string().valid('reference', 'other').required(),
    perPiece: Joi.number().integer().min(1).max(100).required(),
  }).required(),
  params: Joi.alternatives()
    .conditional('kind', { switch: JOINT_KINDS.map((k) => ({ is: k.id, then: k.schema })) })
    .required(),
  routes: Joi.object({ tenoned: Joi.string().max(200), mortised: Joi.string().max(200) }).required(),
});

const tool = <K extends ToolKind>(
  kind: K,
  fields: Record<Exclude<keyof Extract<Tool, { kind: K }>, 'id' | 'name' | 'kind'>, Joi.Schema>,
) => Joi.object({ kind: Joi.string().valid(kind).required(), id: id(), name: name(), ...fields });

/** One schema for each sort of tool in the chest. */
export const toolSchemas: readonly Joi.ObjectSchema[] = [
  tool('table-saw', {
    bladeId: id(),
    maxBladeHeight: size(),
    fenceSide: side(),
    fenceReach: size(),
    maxUpright: size(),
    bladeLean: angle(),
    fenceZero: offset(),
  }),
  tool('upright-jig', { maxThickness: size(), clampLine: size() }),
  tool('stop-block', { thickness: size() }),
  tool('bandsaw', {
    bladeId: id(),
    fenceSide: side(),
    throat: size(),
    heightUnderGuides: size(),
    maxStop: size(),
    driftAngle: angle(),
    fenceZero: offset(),
  }),
  tool('router', {
    baseLeft: size(),
    baseRight: size(),
    plungeTravel: size(),
    largestCutter: size(),
    largestShank: size(),
  }),
  tool('mortising-jig', {
    faceSide: Joi.string().valid('near', 'far').required(),
    opening: size(),
    stopToStop: size(),
    endStops: Joi.string().valid('left', 'right', 'both').required(),
    endStopReach: size(),
  }),
  tool('router-cutter', {
    diameter: size(),
    cuttingLength: size(),
    shank: size(),
    centreCutting: Joi.boolean().required(),
    topSpeed: Joi.number().integer().min(100).max(100_000).required(),
    level: size(),
  }),
  tool('saw-blade', {
    kerf: size(),
    diameter: size(),
    teeth: Joi.string().valid('flat', 'alternate', 'combination').required(),
  }),
  tool('bandsaw-blade', { kerf: size(), width: size() }),
];

export const shopSchema = Joi.object<Shop>({
  name: name(),
  style: Joi.object({
    system: Joi.string().valid('mm', 'in').required(),
    graduation: Joi.number().greater(0).max(10).required(),
    decimal: Joi.string().valid('.', ',').required(),
    inches: Joi.string().valid('fraction', 'decimal').required(),
  }).required(),
  graduation: Joi.number().min(0).max(10).required(),
  secondCutShort: Joi.number().min(0.2).max(0.5).required(),
  targetClearance: Joi.number().min(-0.05).max(0.15).required(),
  tools: Joi.array()
    .max(10_000)
    .items(
      Joi.alternatives().conditional('.kind', {
        switch: toolSchemas.map((s) => ({ is: s.extract('kind'), then: s })),
        otherwise: toolSchemas[0]!,
      }),
    )
    .unique('id')
    .required(),
}).required();

export const jobSchema = Joi.object<Job>({
  name: name(),
  notes: Joi.string().allow('').max(5000).required(),
  units: Joi.string().valid('mm', 'in').required(),
  parts: Joi.array().items(partSchema).max(2000).unique('id').required(),
  joints: Joi.array().items(jointSchema).max(2000).unique('id').required(),
}).required();

export const jobFileSchema = Joi.object<JobFile>({
  format: Joi.string().valid(JOB_FORMAT).required(),
  version: Joi.number().valid(JOB_VERSION).required(),
  job: jobSchema,
  shop: shopSchema,
}).required();
