import type { Response } from 'express';
import type { AnswerOf, ENDPOINTS } from '@velk/core/wire';

/** A response that takes what its endpoint answers, and problems, which are sent as text. */
export type Answering<Name extends keyof typeof ENDPOINTS> = Response<AnswerOf<Name>>;
