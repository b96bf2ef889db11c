import Joi from 'joi';
import { LIMITS, PICTURE, PLAIN_LINES, PLAIN_TEXT } from '../../ground/index.ts';
import type { BegunWay, Observation, Recorded, SetTo } from './observation.ts';

/** What a place in a plan may be called: ids of set-ups, works, cards and distances. */
const key = () => Joi.string().min(1).max(LIMITS.key).pattern(PLAIN_TEXT, 'plain text').required();
const words = (most: number) => Joi.string().max(most).pattern(PLAIN_TEXT, 'plain text').allow('');
const size = () => Joi.number().min(-LIMITS.longest).max(LIMITS.longest).required();
const id = () => Joi.string().guid({ version: 'uuidv4' }).lowercase().required();
const setTo = () => Joi.object<SetTo>({ distance: key(), asked: size().optional(), value: size() });
const begunWay = () =>
  Joi.object<BegunWay>({
    joint: key(),
    member: Joi.string().valid('tenoned', 'mortised').required(),
    way: key(),
  });
const piece = () =>
  Joi.number()
    .integer()
    .min(1)
    .max(LIMITS.pieces * LIMITS.perPiece);
const card = () => words(LIMITS.key).min(1);

/** What each kind of observation holds, beside its id and its time. */
const KINDS: Readonly<Record<Observation['kind'], Joi.SchemaMap>> = {
  done: {
    setup: key(),
    works: Joi.array().items(key().optional()).max(LIMITS.worksTicked).required(),
    pieces: Joi.array().items(piece()).min(1).max(LIMITS.pieces).required(),
    at: Joi.array().items(setTo()).max(LIMITS.distances).required(),
    ways: Joi.array().items(begunWay()).max(LIMITS.distances).required(),
  },
  measured: {
    card: key(),
    reading: key(),
    name: words(LIMITS.name).required(),
    value: size(),
    should: size(),
    within: Joi.number().min(0).max(LIMITS.longest).required(),
    instrument: words(LIMITS.words),
  },
  set: { card: key(), moved: Joi.array().items(setTo()).max(LIMITS.distances).required() },
  spoiled: { setup: key(), piece: piece().required(), why: words(LIMITS.name).required() },
  rescued: {
    of: id(),
    again: Joi.array().items(key().optional()).max(LIMITS.distances).required(),
    cards: Joi.array().items(key().optional()).max(LIMITS.distances).required(),
    text: Joi.string().min(1).max(LIMITS.notes).pattern(PLAIN_LINES, 'plain text').required(),
  },
  note: {
    card: card(),
    text: Joi.string().min(1).max(LIMITS.notes).pattern(PLAIN_LINES, 'plain text').required(),
  },
  photo: {
    card: card(),
    text: words(LIMITS.name).required(),
    picture: Joi.string().max(LIMITS.picture).pattern(PICTURE, 'a picture').allow('').required(),
  },
  took: { card: key(), minutes: Joi.number().min(0).max(LIMITS.minutes).required() },
  undone: { of: id() },
};

const seenFields = { id: id(), seen: Joi.string().isoDate().max(40).required() };
const KIND_NAMES = Object.keys(KINDS) as Observation['kind'][];

const ofKinds = <T>(more: Joi.SchemaMap): Joi.AlternativesSchema<T> =>
  Joi.alternatives<T>().conditional(Joi.ref('.kind'), {
    switch: KIND_NAMES.map((kind) => ({
      is: kind,
      then: Joi.object({
        kind: Joi.string().valid(kind).required(),
        ...seenFields,
        ...more,
        ...KINDS[kind],
      }),
    })),
    otherwise: Joi.object({
      kind: Joi.string()
        .valid(...KIND_NAMES)
        .required(),
    }).unknown(),
  });

/** An observation as a device sends it. */
export const observationSchema = ofKinds<Observation>({});

/** A whole record as a job file holds it. */
export const recordSchema = Joi.array<Recorded[]>()
  .items(
    ofKinds<Recorded>({
      place: Joi.number().integer().min(1).required(),
      by: words(LIMITS.device).required(),
    }),
  )
  .max(LIMITS.record);
