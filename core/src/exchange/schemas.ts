import Joi from 'joi';
import {
  JOINT_KINDS,
  type FoundOrder,
  type Job,
  type Joint,
  type Working,
  SHAPE_KINDS,
  type ShapeParam,
} from '../design/index.ts';
import { LIMITS, PICTURE, PLAIN_LINES, PLAIN_TEXT } from '../ground/index.ts';
import { JOB_FORMAT, JOB_VERSION, type JobFile } from './jobFile.ts';
import {
  recordSchema,
  SPECIES,
  type Board,
  type Cradle,
  type Defect,
  type Part,
  type Sawing,
  type Shape,
  fieldsOf,
  KIND_NAMES,
  LATER_SCHOOLS,
  SCHOOL_NAMES,
  SET_BY_IDS,
  SCHOOLS,
  SHORTEST_CROSSCUT,
  SHORTEST_FED,
  USUAL_CHANGE_MINUTES,
  USUAL_WORK_MINUTES,
  type Field,
  type Gluing,
  type KeptFigure,
  type KeptSetup,
  type MachineKnown,
  type Measured,
  type SchoolName,
  type Shop,
  type Tool,
  type Trust,
} from '../shop/index.ts';
import { A_DATE } from './validate.ts';

const id = () =>
  Joi.string()
    .pattern(/^[\w-]{1,64}$/, 'letters, digits, - and _')
    .required();
const text = (most: number) => Joi.string().max(most).pattern(PLAIN_TEXT, 'plain text');
const name = () => text(LIMITS.name).trim().min(1).required();
const aSize = () => Joi.number().min(LIMITS.smallest).max(LIMITS.longest);
const size = () => aSize().required();
const words = () => text(LIMITS.words).allow('').required();

const measuredSize = () =>
  Joi.object({
    nominal: size(),
    measured: Joi.array().items(aSize()).max(LIMITS.measured).required(),
  }).required();

const species = () =>
  Joi.string()
    .valid('', ...SPECIES.map((s) => s.id))
    .required();

const fromNone = () => Joi.number().min(0).max(LIMITS.longest).required();

export const partSchema = Joi.object<Part>({
  id: id(),
  name: name(),
  quantity: Joi.number().integer().min(1).max(LIMITS.pieces).required(),
  length: size(),
  roughLength: Joi.number().min(0).max(LIMITS.longest).required(),
  thickness: measuredSize(),
  width: measuredSize(),
  referenceFace: words(),
  referenceEdge: words(),
  set: text(LIMITS.mark).allow('').required(),
  hands: Joi.string().valid('alike', 'pairs').required(),
  species: species(),
  rings: Joi.string().valid('flat', 'quarter', 'diagonal').required(),
  apart: Joi.boolean().required(),
  cradle: Joi.object<Cradle>({
    thickness: size(),
    width: size(),
    under: fromNone(),
    beside: fromNone(),
  }),
  spare: Joi.number().integer().min(0).max(LIMITS.spare),
  sawn: Joi.number()
    .integer()
    .min(0)
    .max(LIMITS.pieces + LIMITS.spare),
  inOrder: Joi.boolean(),
  leads: Joi.boolean(),
});

/** Along a board or across it: the second farther than the first. */
const stretch = {
  from: fromNone(),
  to: Joi.number().greater(Joi.ref('from')).max(LIMITS.longest).required(),
};

export const boardSchema = Joi.object<Board>({
  id: id(),
  name: name(),
  count: Joi.number().integer().min(1).max(LIMITS.pieces).required(),
  length: size(),
  width: size(),
  thickness: size(),
  species: species(),
  ends: fromNone(),
  defects: Joi.array()
    .items(Joi.object<Defect>({ ...stretch, across: Joi.object(stretch) }))
    .max(LIMITS.defects)
    .required(),
  price: Joi.number().min(0).max(LIMITS.price),
  offcut: Joi.boolean(),
});

const sawingSchema = Joi.object<Sawing>({
  length: fromNone(),
  thickness: fromNone(),
  width: fromNone(),
  kerf: Joi.number().min(0).max(LIMITS.kerf).required(),
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
    ends: Joi.string().valid('a', 'b', 'both', 'both-b').required(),
    edge: Joi.string().valid('reference', 'other', 'face', 'other-face').required(),
    perPiece: Joi.number().integer().min(1).max(LIMITS.perPiece).required(),
    pitch: Joi.number().min(0).max(LIMITS.longest),
  }).required(),
  params: Joi.alternatives()
    .conditional('kind', { switch: JOINT_KINDS.map((k) => ({ is: k.id, then: k.schema })) })
    .required(),
  routes: Joi.object({ tenoned: text(200), mortised: text(200) }).required(),
  read: Joi.array().items(text(200)).max(100),
  dry: Joi.boolean(),
  loose: Joi.boolean(),
});

/** A record or null, told apart so that a wrong field inside keeps its own path. */
const orNull = (record: Joi.Schema) =>
  Joi.any().when(Joi.any().valid(null), { then: Joi.any(), otherwise: record }).required();

const schemaOf = (field: Field): Joi.Schema => {
  switch (field.type) {
    case 'length':
      return field.least === 'more than 0'
        ? size()
        : Joi.number().min(0).max(LIMITS.longest).required();
    case 'angle':
      return Joi.number().min(-45).max(45).required();
    case 'count':
      return Joi.number().integer().min(field.least).max(field.most).required();
    case 'choice':
      return Joi.string()
        .valid(...Object.keys(field.options))
        .required();
    case 'flag':
      return Joi.boolean().required();
    case 'lengths':
      return Joi.array().items(aSize()).max(field.most).required();
    case 'tool':
      /** Nothing: it has no blade yet. */
      return id().allow('');
    case 'scale':
      return orNull(
        Joi.object({
          unit: Joi.string().valid('mm', 'in').required(),
          graduation: Joi.number()
            .min(LIMITS.graduation.least)
            .max(LIMITS.graduation.most)
            .required(),
          zero: Joi.number().min(-100).max(100).required(),
        }),
      );
    case 'screw':
      return orNull(
        Joi.object({
          lead: Joi.number().min(LIMITS.lead.least).max(LIMITS.lead.most).required(),
          divisions: Joi.number().integer().min(0).max(1000).required(),
        }),
      );
  }
};

/** One schema for each sort of tool in the chest, from the chest's own list of measurements. */
const day = Joi.string().pattern(/^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, A_DATE);

const measured = () =>
  Joi.object<Measured>({
    stated: Joi.number().required(),
    value: Joi.number().required(),
    spread: Joi.number().min(0).required(),
    count: Joi.number().integer().min(1).max(LIMITS.measured).required(),
    on: day.required(),
  });

export const toolSchemas: readonly Joi.ObjectSchema<Tool>[] = KIND_NAMES.map((kind) =>
  Joi.object({
    kind: Joi.string().valid(kind).required(),
    id: id(),
    name: name(),
    retired: Joi.boolean().required(),
    measured: Joi.object()
      .pattern(/^[A-Za-z.]{1,40}$/, measured())
      .max(20),
    ...Object.fromEntries(
      fieldsOf(kind).map(([key, field]) => [
        key,
        field.later ? schemaOf(field).optional() : schemaOf(field),
      ]),
    ),
  }),
);

const answer = (school: SchoolName) => Joi.string().valid(...Object.keys(SCHOOLS[school].answers));
/** Of a piece's own work: left out, the usual ones hold. */
const OWN_MINUTES = Object.keys({ ...USUAL_CHANGE_MINUTES, ...USUAL_WORK_MINUTES });
const minutes = () => Joi.number().min(0).max(1000).required();
const climate = () =>
  Joi.object({
    temperature: Joi.number().min(-20).max(60).required(),
    humidity: Joi.number().min(0).max(100).required(),
  }).required();

export const toolsSchema = Joi.array()

  .max(LIMITS.tools)
  .items(
    Joi.alternatives().conditional('.kind', {
      switch: toolSchemas.map((s) => ({ is: s.extract('kind'), then: s })),
      otherwise: toolSchemas[0]!,
    }),
  )
  .unique('id')
  .unique('name', { ignoreUndefined: true })
  .required();

const distance = () => Joi.number().min(-LIMITS.longest).max(LIMITS.longest).required();
const line = () => text(LIMITS.notes).allow('').required();
const keptFigureSchema = Joi.object<KeptFigure>({
  id: text(LIMITS.key).min(1).required(),
  name: line(),
  asked: distance(),
  stood: distance(),
  how: line(),
  hole: text(LIMITS.key).min(1),
});
const keptSchema = Joi.object<KeptSetup>({
  id: id(),
  title: line(),
  job: line(),
  on: Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/, { name: A_DATE })
    .required(),
  method: text(LIMITS.key).min(1).required(),
  machine: text(LIMITS.key).allow('').required(),
  cutter: text(LIMITS.key).allow('').required(),
  thickness: size(),
  figures: Joi.array().items(keptFigureSchema.required()).max(LIMITS.distances).required(),
  note: line(),
  picture: Joi.string().max(LIMITS.keptPicture).pattern(PICTURE, 'a picture'),
});

export const shopSchema = Joi.object<Shop>({
  name: name(),
  style: Joi.object({
    system: Joi.string().valid('mm', 'in').required(),
    graduation: Joi.number().min(LIMITS.graduation.least).max(10).required(),
    decimal: Joi.string().valid('.', ',').required(),
    inches: Joi.string().valid('fraction', 'decimal').required(),
  }).required(),
  graduation: Joi.number().min(0).max(10).required(),
  rule: Joi.number().min(LIMITS.rule.least).max(LIMITS.rule.most),
  setBy: Joi.array()
    .items(Joi.string().valid(...SET_BY_IDS))
    .unique(),
  secondCutShort: Joi.number().min(0.2).max(0.5).required(),
  targetClearance: Joi.number().min(-0.05).max(0.15).required(),
  planeAllowance: Joi.number().min(0).max(1),
  schools: Joi.object(
    Object.fromEntries(
      SCHOOL_NAMES.map((s) => [s, LATER_SCHOOLS.has(s) ? answer(s) : answer(s).required()]),
    ),
  ).required(),
  minutes: Joi.object({
    figure: minutes(),
    jig: minutes(),
    cutter: minutes(),
    stack: minutes(),
    machine: minutes(),
    testCut: minutes(),
    ...Object.fromEntries(OWN_MINUTES.map((key) => [key, minutes().optional()])),
  }).required(),
  rules: Joi.object({
    stacks: Joi.boolean().required(),
    guardOff: Joi.boolean().required(),
    shortestFed: Joi.number().min(SHORTEST_FED).max(LIMITS.longest).required(),
    shortestCrosscut: Joi.number().min(SHORTEST_CROSSCUT).max(LIMITS.longest).required(),
    highestBlade: Joi.number().min(25).max(150),
    tallestAlone: Joi.number().min(100).max(LIMITS.longest),
    tallest: Joi.number().min(100).max(LIMITS.longest),
  }).required(),
  gluing: Joi.object<Gluing>({
    open: Joi.number().min(0).max(LIMITS.minutes).required(),
    clamped: Joi.number().min(0).max(LIMITS.minutes).required(),
    cured: Joi.number().min(0).max(LIMITS.hours).required(),
  }),
  kept: Joi.array().items(keptSchema).max(LIMITS.kept),
  known: Joi.object<Record<string, MachineKnown>>().pattern(
    text(LIMITS.key).min(1),
    Joi.object<MachineKnown>({
      pace: Joi.number().min(LIMITS.pace.least).max(LIMITS.pace.most),
      cutting: Joi.number().min(LIMITS.pace.least).max(LIMITS.pace.most),
      trust: Joi.object<Trust>({
        count: Joi.number().integer().min(1).max(LIMITS.pieces).required(),
        within: Joi.number().min(0).max(LIMITS.longest).required(),
      }),
    }),
  ),
  tools: toolsSchema,
}).required();

const shapeValue = ({ options, count, least = LIMITS.smallest }: ShapeParam) =>
  options
    ? Joi.string()
        .valid(...Object.keys(options))
        .required()
    : count
      ? Joi.number().integer().min(1).max(LIMITS.perPiece).required()
      : Joi.number().min(least).max(LIMITS.longest).required();

const shapeSchema = Joi.object<Shape>({
  id: id(),
  kind: Joi.string()
    .valid(...SHAPE_KINDS.map((k) => k.id))
    .required(),
  part: id(),
  params: Joi.alternatives()
    .conditional('kind', {
      switch: SHAPE_KINDS.map((k) => ({
        is: k.id,
        then: Joi.object(
          Object.fromEntries(k.params.map((param) => [param.key, shapeValue(param)])),
        ),
      })),
    })
    .required(),
});

const pinSchema = Joi.object({
  id: text(200).required(),
  place: Joi.string().valid('first', 'last'),
  before: text(200).invalid(Joi.ref('id')),
  day,
}).xor('place', 'before', 'day');

export const jobSchema = Joi.object<Job>({
  name: name(),
  notes: Joi.string().allow('').max(LIMITS.notes).pattern(PLAIN_LINES, 'plain text').required(),
  units: Joi.string().valid('mm', 'in').required(),
  schools: Joi.object(Object.fromEntries(SCHOOL_NAMES.map((s) => [s, answer(s)]))).required(),
  seasons: orNull(Joi.object({ now: climate(), later: climate() })),
  parts: Joi.array().items(partSchema).max(LIMITS.parts).unique('id').required(),
  joints: Joi.array().items(jointSchema).max(LIMITS.joints).unique('id').required(),
  boards: Joi.array().items(boardSchema).max(LIMITS.boards).unique('id'),
  sawing: sawingSchema,
  shapes: Joi.array().items(shapeSchema).max(LIMITS.parts).unique('id'),
  skipped: Joi.array().items(text(200)).max(LIMITS.order).unique(),
  away: Joi.array().items(text(64)).max(LIMITS.tools).unique(),
  standing: Joi.array().items(text(200)).max(LIMITS.tools).unique(),
  order: Joi.array().items(text(200)).max(LIMITS.order).unique(),
  pins: Joi.array().items(pinSchema).max(LIMITS.order).unique('id'),
  working: Joi.object<Working>({
    hours: Joi.number().min(1).max(24).required(),
    from: day.allow('').required(),
  }),
  found: Joi.object<FoundOrder>({
    cards: Joi.array().items(text(200)).max(LIMITS.order).unique().required(),
    moves: Joi.number().integer().min(1).max(LIMITS.moves).required(),
    seed: Joi.number().integer().min(1).max(LIMITS.moves).required(),
  }),
}).required();

export const jobFileSchema = Joi.object<JobFile>({
  format: Joi.string().valid(JOB_FORMAT).required(),
  version: Joi.number().valid(JOB_VERSION).required(),
  job: jobSchema,
  shop: shopSchema,
  record: recordSchema,
}).required();
