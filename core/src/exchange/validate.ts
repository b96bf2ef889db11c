import type Joi from 'joi';

/** One field that can't be used: where it is, and why in plain words. */
export interface FieldError {
  readonly path: string;
  readonly message: string;
}

export type Checked<T> = { ok: true; value: T } | { ok: false; errors: FieldError[] };

const MOST = 50;

/** Checks data against a schema. Unknown fields are refused; every error carries its path, 50 at the most. */
export function validate<T>(schema: Joi.Schema<T>, data: unknown): Checked<T> {
  const result: Joi.ValidationResult<T> = schema.validate(data, {
    abortEarly: false,
    convert: false,
    errors: { label: false },
  });
  const { error } = result;
  if (!error) return { ok: true, value: result.value };
  return {
    ok: false,
    errors: error.details.slice(0, MOST).map((d) => ({ path: pathOf(d.path), message: inWords(d) })),
  };
}

/** Errors of a value, not of the form that it has. */
const OF_VALUES = /^(number\.(min|max|greater|infinity|integer|unsafe)|string\.(empty|min|max|trim|pattern\..*)|array\.(max|unique))$/;

/** Whether data has the form that a schema asks for, whatever its values: what can’t be stored can still be worked on. */
export function hasForm<T>(schema: Joi.Schema<T>, data: unknown): data is T {
  const { error } = schema.validate(data, { abortEarly: false, convert: false });
  return !error || error.details.every(({ type }) => OF_VALUES.test(type));
}

const pathOf = (path: readonly (string | number)[]): string =>
  path.reduce<string>(
    (text, step) => (typeof step === 'number' ? `${text}[${step}]` : text ? `${text}.${step}` : step),
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
      context?.['path'] === 'id' ? 'repeats an id that is already used' : `is a second “${String(named)}”`,
    'string.pattern.name': 'may only have letters, digits, - and _',
  };
  return words[type] ?? message;
}
