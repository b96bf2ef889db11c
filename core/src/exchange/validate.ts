import type Joi from 'joi';
import { MOST, tooMuchIn } from './bounds.ts';

/** One field that can't be used: where it is, and why in plain words. */
export interface FieldError {
  readonly path: string;
  readonly message: string;
}

export type Checked<T> = { ok: true; value: T } | { ok: false; errors: FieldError[] };

/** What a pattern asks for that is none of letters. */
export const A_DATE = 'a date such as 2027-03-15';

/** Errors told at most. */
const TOLD = 50;
/**
 * Of more values than these only the first error is looked for: collecting them all could take more
 * memory than there is.
 */
const SMALL = 5000;

/**
 * Checks data against a schema, once it is known not to be more than can be checked. Unknown fields
 * are refused; every error carries its path, 50 at the most, and of very large data the first.
 */
export function validate<T>(schema: Joi.Schema<T>, data: unknown): Checked<T> {
  const tooMuch = tooMuchIn(data);
  if (tooMuch) return { ok: false, errors: [{ path: '(whole)', message: tooMuch }] };
  const options = { convert: false, errors: { label: false } } as const;
  const first: Joi.ValidationResult<T> = schema.validate(data, { ...options, abortEarly: true });
  if (!first.error) return { ok: true, value: first.value };
  const { error = first.error } = isSmall(data)
    ? schema.validate(data, { ...options, abortEarly: false })
    : first;
  return {
    ok: false,
    errors: error.details
      .slice(0, TOLD)
      .map((d) => ({ path: pathOf(d.path), message: inWords(d) })),
  };
}

/** Whether data has so few values that all its errors can be told. */
const isSmall = (data: unknown): boolean =>
  tooMuchIn(data, { ...MOST, values: SMALL }) === undefined;

/** Errors of a value, not of the form that it has. */
const OF_VALUES =
  /^(number\.(min|max|greater|infinity|integer|unsafe)|string\.(empty|min|max|trim|pattern\..*)|array\.(max|unique))$/;

/**
 * Whether data has the form that a schema asks for, whatever its values: what can’t be stored can
 * still be worked on.
 */
export function hasForm<T>(schema: Joi.Schema<T>, data: unknown): data is T {
  if (tooMuchIn(data)) return false;
  const { error } = schema.validate(data, { abortEarly: !isSmall(data), convert: false });
  return !error || error.details.every(({ type }) => OF_VALUES.test(type));
}

const pathOf = (path: readonly (string | number)[]): string =>
  path.reduce<string>(
    (text, step) =>
      typeof step === 'number' ? `${text}[${step}]` : text ? `${text}.${step}` : step,
    '',
  ) || '(whole)';

function inWords({ type, message, context }: Joi.ValidationErrorItem): string {
  const named = (context?.['value'] as { name?: unknown } | undefined)?.name;
  const limit = context?.['limit'] as number | string | undefined;
  const words: Record<string, string> = {
    'any.required': 'is missing',
    'object.unknown': 'is not a field this version knows',
    'number.base': 'must be a number',
    'number.greater': `must be more than ${limit}`,
    'number.min': `must be ${limit} or more`,
    'number.max': `must be ${limit} or less`,
    'number.infinity': 'must be a finite number',
    'string.empty': 'must not be empty',
    'array.unique':
      context?.['path'] === 'id'
        ? 'repeats an id that is already used'
        : `is a second “${String(named)}”`,
    'string.pattern.name':
      context?.['name'] === 'plain text'
        ? 'has characters that can’t be shown'
        : context?.['name'] === A_DATE
          ? `must be ${A_DATE}`
          : 'may only have letters, digits, - and _',
    'string.trim': 'must not begin or end with a space',
    'string.max': `has more than ${limit} characters`,
  };
  return words[type] ?? message;
}
