import { LIMITS, say, textProblem, type Sentence } from '../../ground/index.ts';
import { fieldsOf, measureOf, TOOL_KINDS, type Field } from './fields.ts';
import type { Tool } from './tools.ts';

/** One measurement of a tool that can't be: which, and why. */
export interface ToolProblem {
  readonly field: string;
  readonly message: Sentence;
}

/**
 * What can't be in a tool: a size of 0 or less, a screw with no lead, a bushing whose bore is wider
 * than its outside, a name that another tool has.
 * @param others the other tools of the chest, whose names and ids it must keep apart from
 */
export function toolProblems(tool: Tool, others: readonly Tool[]): ToolProblem[] {
  const problems: ToolProblem[] = [];
  const add = (field: string, text: string, lengths = {}) =>
    problems.push({ field, message: say(`${tool.name}: ${text}`, lengths) });
  const name = tool.name.trim().toLowerCase();
  const unnamed = name ? textProblem(tool.name, 'The name of the tool') : 'A tool needs a name.';
  if (unnamed) problems.push({ field: 'name', message: say(unnamed) });
  else if (others.some((o) => o.name.trim().toLowerCase() === name))
    add(
      'name',
      'another tool has this name. Say what sets them apart, such as the size or the maker’s mark.',
    );
  for (const [key, field] of fieldsOf(tool.kind))
    checkField(key, field, measureOf(tool, key, field), others, add);
  if (tool.kind === 'bushing' || tool.kind === 'bearing') {
    if (tool.bore >= tool.outside)
      add('bore', 'its bore, {bore}, must be less than its outside, {outside}.', {
        bore: tool.bore,
        outside: tool.outside,
      });
  }
  if ((tool.kind === 'router' || tool.kind === 'router-table') && tool.slowest > tool.fastest)
    add(
      'slowest',
      `its slowest speed, ${tool.slowest} rpm, is above its fastest, ${tool.fastest} rpm.`,
    );
  if (tool.kind === 'router') {
    const least = Math.min(tool.baseLeft, tool.baseRight, tool.baseGuided, tool.baseOpposite);
    if (least <= tool.largestCutter / 2)
      add(
        'largestCutter',
        'a cutter of {largest} would reach past the edge of the base, {least} from its centre.',
        {
          largest: tool.largestCutter,
          least,
        },
      );
  }
  return problems;
}

function checkField(
  key: string,
  field: Field,
  value: unknown,
  others: readonly Tool[],
  add: (field: string, text: string, lengths?: Record<string, number>) => void,
): void {
  const label = field.label.charAt(0).toLowerCase() + field.label.slice(1);
  if (field.type === 'length') {
    const size = value as number;
    const [least, most] = [LIMITS.smallest, LIMITS.longest];
    if (field.least === 'more than 0' && !(size > 0))
      add(key, `the ${label} is {size}; it must be more than 0.`, { size });
    else if (field.least === 'more than 0' && size < least)
      add(key, `the ${label} is {size}; it must be {least} or more.`, { size, least });
    if (size > most) add(key, `the ${label} is {size}; it must be {most} or less.`, { size, most });
    if (field.least === '0 or more' && !(size >= 0))
      add(key, `the ${label} is {size}; it must be 0 or more.`, { size });
  } else if (field.type === 'count') {
    const count = value as number;
    if (!Number.isInteger(count) || count < field.least || count > field.most)
      add(
        key,
        `the ${label} is ${count}; it must be a whole number from ${field.least} to ${field.most}.`,
      );
  } else if (field.type === 'lengths') {
    const sizes = value as number[];
    const wrong = sizes.find((s) => !(s > 0));
    if (wrong !== undefined) add(key, `${label}: {wrong} must be more than 0.`, { wrong });
    const [least, most] = [LIMITS.smallest, LIMITS.longest];
    const far = sizes.find((s) => s > 0 && (s < least || s > most));
    if (far !== undefined)
      add(key, `${label}: {far} must be from {least} to {most}.`, { far, least, most });
    if (sizes.length > field.most)
      add(key, `${label}: ${sizes.length} sizes; at most ${field.most}.`);
  } else if (field.type === 'tool') {
    if (!others.some((o) => o.kind === field.kind && o.id === value))
      add(key, `it needs a ${TOOL_KINDS[field.kind].title.toLowerCase()} on it.`);
  } else if (field.type === 'scale' && value !== null) {
    const { graduation } = value as { graduation: number };
    const { least, most } = LIMITS.graduation;
    if (!(graduation > 0))
      add(key, `the graduation of the ${label} is {graduation}; it must be more than 0.`, {
        graduation,
      });
    else if (graduation < least || graduation > most)
      add(
        key,
        `the graduation of the ${label} is {graduation}; it must be from {least} to {most}.`,
        { graduation, least, most },
      );
  } else if (field.type === 'screw' && value !== null) {
    const { lead, divisions } = value as { lead: number; divisions: number };
    if (!(lead > 0))
      add(key, 'a screw with a lead of {lead} moves nothing. Give the travel of one turn.', {
        lead,
      });
    else if (lead < LIMITS.lead.least || lead > LIMITS.lead.most)
      add(key, 'a screw with a lead of {lead} is none; it must be from {least} to {most}.', {
        lead,
        ...LIMITS.lead,
      });
    if (!Number.isInteger(divisions) || divisions < 0 || divisions > 1000)
      add(key, `the screw’s ring has ${divisions} divisions; a whole number from 0 to 1000.`);
  }
}
