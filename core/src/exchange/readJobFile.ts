import { bladeOf, type Shop } from '../shop/index.ts';
import { LIMITS, MAX_JOB_BYTES } from '../ground/index.ts';
import type { Job, Joint } from '../design/index.ts';
import { JOB_FORMAT, JOB_VERSION, type JobFile } from './jobFile.ts';
import { jobFileSchema } from './schemas.ts';
import { upgraded } from './upgrade.ts';
import { validate, type Checked, type FieldError } from './validate.ts';

/**
 * Reads a job file's text.
 * @returns the file, or errors with the path of each field; a file from a later Velk, one cut
 *   short, one too large and one that isn't JSON are told apart
 */
export function readJobFile(text: string): Checked<JobFile> {
  const refuse = (message: string): Checked<JobFile> => ({
    ok: false,
    errors: [{ path: '(whole)', message }],
  });
  if (text.length > MAX_JOB_BYTES)
    return refuse(
      `The file is ${(text.length / 1e6).toFixed(0)} MB; a job file is at most ${MAX_JOB_BYTES / 1e6} MB.`,
    );
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    const start = text.trimStart();
    if (!start) return refuse('The file is empty.');
    if (!start.startsWith('{')) return refuse('This is not a job file: it is not JSON.');
    return refuse(
      /[}\]]\s*$/.test(text) && balanced(text)
        ? 'This is not valid JSON: it may have been edited by hand.'
        : 'The file stops in the middle: it was cut short. Export it again.',
    );
  }
  return checkJobFile(data);
}

/** As `readJobFile`, for data already parsed. */
export function checkJobFile(data: unknown): Checked<JobFile> {
  const head = (data ?? {}) as { format?: unknown; version?: unknown };
  if (typeof data !== 'object' || head.format !== JOB_FORMAT)
    return {
      ok: false,
      errors: [{ path: 'format', message: `must be "${JOB_FORMAT}": this is not a job file` }],
    };
  if (typeof head.version === 'number' && head.version > JOB_VERSION)
    return {
      ok: false,
      errors: [
        {
          path: 'version',
          message: `is ${head.version}, from a later Velk; this one reads ${JOB_VERSION}. Update Velk to open it.`,
        },
      ],
    };
  const checked = validate(jobFileSchema, head.version === 1 ? upgraded(data!) : data);
  if (!checked.ok) return checked;
  const { job, shop } = checked.value;
  const errors = [...jobTroubles(job), ...shopTroubles(shop)];
  return errors.length ? { ok: false, errors } : checked;
}

/**
 * What a job names and hasn’t: parts of its joints and shapes; and parts that are joined more often
 * than is worked out.
 */
export function jobTroubles(job: Job): FieldError[] {
  const parts = new Map(job.parts.map((p) => [p.id, p.name]));
  const pairs = new Map<string, number>();
  const shapes = (job.shapes ?? []).flatMap(({ part }, i) =>
    parts.has(part) ? [] : [notThere(`job.shapes[${i}].part`, 'a part', part)],
  );
  const joints = job.joints.flatMap((joint, i) => {
    const gone = (['tenoned', 'mortised'] as const).filter((m) => !parts.has(joint[m].part));
    const pair = pairOf(joint);
    pairs.set(pair, (pairs.get(pair) ?? 0) + 1);
    const [one, other] = [parts.get(joint.tenoned.part), parts.get(joint.mortised.part)];
    return [
      ...gone.map((m) => notThere(`job.joints[${i}].${m}.part`, 'a part', joint[m].part)),
      ...(pairs.get(pair) === LIMITS.perPair + 1
        ? [
            {
              path: `job.joints[${i}]`,
              message: `is one joint too many of “${one}” and “${other}”: ${LIMITS.perPair} at most are worked out`,
            },
          ]
        : []),
    ];
  });
  return [...shapes, ...joints];
}

/**
 * Saws that name a blade which is not there, or is none that fits; one that has no blade yet is not
 * used.
 */
export function shopTroubles(shop: Shop): FieldError[] {
  return shop.tools.flatMap((t, i) => {
    const on = bladeOf(t, shop.tools);
    if (on === true || !('bladeId' in t) || t.bladeId === '') return [];
    const path = `shop.tools[${i}].bladeId`;
    if (on === 'none') return [notThere(path, 'a blade', t.bladeId)];
    return [{ path, message: `names “${on.name}”, which is no blade for “${t.name}”` }];
  });
}

const pairOf = ({ tenoned, mortised }: Joint) => [tenoned.part, mortised.part].sort().join(' ');

/** Whether another joint of these two parts would be one too many. */
export const pairIsFull = (job: Job, one: string, other: string): boolean =>
  job.joints.filter((j) => pairOf(j) === [one, other].sort().join(' ')).length >= LIMITS.perPair;

const notThere = (path: string, what: string, id: string): FieldError => ({
  path,
  message: `names ${what} “${id}”, which is not there`,
});

function balanced(text: string): boolean {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text[i];
    if (quoted) {
      if (c === '\\') i++;
      else if (c === '"') quoted = false;
    } else if (c === '"') quoted = true;
    else if (c === '{' || c === '[') depth++;
    else if (c === '}' || c === ']') depth--;
  }
  return depth === 0 && !quoted;
}
