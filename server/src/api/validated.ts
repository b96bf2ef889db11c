import { json, type Request, type RequestHandler, type Response } from 'express';
import type { Checked, FieldError } from '@velk/core/exchange';
import type { BodyName, BodyOf } from '@velk/core/wire';
import type { Pool } from '../work/pool.ts';
import { leaving } from './leaving.ts';
import { sendProblem } from './problem.ts';
import { checkBody } from './checkBody.ts';

/** From so many bytes on a body is checked in a thread: others are answered meanwhile. */
const LARGE = 50_000;

declare module 'http' {
  interface IncomingMessage {
    /** Bytes of the body that were read, whatever its headers say. */
    bodyBytes?: number;
  }
}

/**
 * Reads JSON. What is compressed is refused: a few bytes of it could be any amount.
 * @param limit most bytes that are read
 */
export const readJson = (limit: number | string): RequestHandler =>
  json({
    limit,
    strict: true,
    inflate: false,
    verify: (req, _res, body) => void (req.bodyBytes = body.length),
  });

/**
 * The body checked against its schema, or undefined once the problem with each bad field’s path has
 * been sent.
 */
export async function validated<Name extends BodyName>(
  name: Name,
  req: Request,
  res: Response,
  pool: Pool,
): Promise<BodyOf<Name> | undefined> {
  const data: unknown = req.body;
  const isLarge = (req.bodyBytes ?? 0) > LARGE;
  const checked = (
    isLarge
      ? await pool.ask('check', { schema: name, data }, { signal: leaving(res) })
      : checkBody(name, data)
  ) as Checked<BodyOf<Name>>;
  if (checked.ok) return checked.value;
  sendErrors(res, checked.errors);
  return undefined;
}

/** Fields that can’t be used, the first of them as the sentence. */
export const sendErrors = (res: Response, errors: FieldError[]): void =>
  sendProblem(res, 422, `${errors[0]!.path} ${errors[0]!.message}.`, { errors });
