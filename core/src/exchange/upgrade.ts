import {
  PLAIN_PART,
  fieldsOf,
  freshName,
  KIND_NAMES,
  USUAL_MINUTES,
  USUAL_RULES,
  USUAL_SCHOOLS,
  type ToolKind,
} from '../shop/index.ts';
import { JOB_VERSION } from './jobFile.ts';

type Loose = Record<string, unknown>;

const record = (data: unknown): Loose =>
  typeof data === 'object' && data !== null ? (data as Loose) : {};
const list = (data: unknown): unknown[] => (Array.isArray(data) ? data : []);

/**
 * A job file of version 1 as one of today: what is new gets its usual value. Wrong fields stay, for
 * the checks to name.
 */
export function upgraded(data: object): Loose {
  const file = record(data);
  return {
    ...file,
    version: JOB_VERSION,
    job: upgradedJob(file['job']),
    shop: upgradedShop(file['shop']),
  };
}

/** As `upgraded`, for a job alone. */
export function upgradedJob(data: unknown): Loose {
  const job = record(data);
  return {
    schools: {},
    seasons: null,
    ...job,
    parts: list(job['parts']).map((part) => ({ ...PLAIN_PART, ...record(part) })),
  };
}

/** As `upgraded`, for a shop alone. Tools of one name are told apart by a number. */
export function upgradedShop(data: unknown): Loose {
  const shop = record(data);
  const tools: (Loose & { name: string })[] = [];
  for (const one of list(shop['tools'])) {
    const { fenceZero, ...tool } = record(one);
    const kind = tool['kind'] as ToolKind;
    const fields = KIND_NAMES.includes(kind) ? fieldsOf(kind) : [];
    const usual = Object.fromEntries(
      fields.map(([key, field]) => [
        key,
        field.type === 'length' && key.startsWith('base') ? tool['baseLeft'] : field.initial,
      ]),
    );
    const known = fields.some(([key]) => key === 'fenceScale');
    const scale =
      typeof fenceZero === 'number' && fenceZero !== 0 && known
        ? { fenceScale: { unit: 'mm', graduation: 0.5, zero: fenceZero } }
        : {};
    tools.push({
      retired: false,
      ...usual,
      ...scale,
      ...tool,
      ...(fenceZero !== undefined && !known && { fenceZero }),
      name: freshName(String(tool['name']), tools),
    });
  }
  return { schools: USUAL_SCHOOLS, minutes: USUAL_MINUTES, rules: USUAL_RULES, ...shop, tools };
}
