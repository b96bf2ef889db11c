import { JOB_FORMAT, JOB_VERSION, type JobFile } from './jobFile.ts';
import { jobFileSchema } from './schemas.ts';
import { upgraded } from './upgrade.ts';
import { validate, type Checked } from './validate.ts';

/** Largest job file read: 5 MB, some ten thousand joints. */
export const MAX_JOB_BYTES = 5_000_000;

/**
 * Reads a job file's text.
 * @returns the file, or errors with the path of each field; a file from a later Velk, one cut short, one too large and
 * one that isn't JSON are told apart
 */
export function readJobFile(text: string): Checked<JobFile> {
  const refuse = (message: string): Checked<JobFile> => ({ ok: false, errors: [{ path: '(whole)', message }] });
  if (text.length > MAX_JOB_BYTES)
    return refuse(`The file is ${(text.length / 1e6).toFixed(0)} MB; a job file is at most ${MAX_JOB_BYTES / 1e6} MB.`);
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
    return { ok: false, errors: [{ path: 'format', message: `must be "${JOB_FORMAT}": this is not a job file` }] };
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
  const errors = referencesIn(checked.value);
  return errors.length ? { ok: false, errors } : checked;
}

/** Parts and blades that are named but not there. */
export function referencesIn({ job, shop }: Pick<JobFile, 'job' | 'shop'>): { path: string; message: string }[] {
  const parts = new Set(job.parts.map((p) => p.id));
  const tools = new Set(shop.tools.map((t) => t.id));
  const missing = (path: string, what: string, idOf: string) => ({
    path,
    message: `names ${what} “${idOf}”, which is not there`,
  });
  return [
    ...job.joints.flatMap((joint, i) =>
      (['tenoned', 'mortised'] as const)
        .filter((m) => !parts.has(joint[m].part))
        .map((m) => missing(`job.joints[${i}].${m}.part`, 'a part', joint[m].part)),
    ),
    ...shop.tools.flatMap((t, i) =>
      'bladeId' in t && !tools.has(t.bladeId) ? [missing(`shop.tools[${i}].bladeId`, 'a blade', t.bladeId)] : [],
    ),
  ];
}

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
