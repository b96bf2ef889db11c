import { useState } from 'react';
import { fieldsOf, measureOf, TOOL_KINDS, toolProblems, type Tool } from '@velk/core/shop';
import { speak, type LengthStyle } from '@velk/core/ground';
import { typed } from '../../keeping/typed.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { Silhouette, silhouetteOf } from '../../drawings/Silhouette.tsx';
import { Length } from '../../widgets/Length.tsx';
import { Calibrating } from './Calibrating.tsx';
import { FieldInput } from '../../widgets/FieldInput.tsx';
import { useRemoval } from './useRemoval.ts';

interface Props {
  readonly tool: Tool;
  readonly tools: readonly Tool[];
  readonly style: LengthStyle;
  /** It was made a moment ago: its name is typed first. */
  readonly begun: boolean;
  readonly onChange: (tool: Tool) => void;
  readonly onCopy: () => void;
  readonly onRemove: () => void;
}

const SCALE = 1.7;

/** One tool, every measurement of it; what can't be is said by its field and not kept. */
export function ToolForm({ tool, tools, style, begun, onChange, onCopy, onRemove }: Props) {
  const dispatch = useAppDispatch();
  const others = tools.filter((t) => t.id !== tool.id);
  const holder = others.find((t) => 'bladeId' in t && t.bladeId === tool.id);
  const kept = useAppSelector((s) => s.typed[`shop.${tool.id}.name`]);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const change = (key: string, value: unknown) => {
    const next = { ...tool, [key]: value };
    const before = toolProblems(tool, others);
    const problems = toolProblems(next, others).filter(
      (p) => p.field === key || !before.some((b) => b.field === p.field),
    );
    setWrong(Object.fromEntries(problems.map((p) => [p.field, speak(p.message, style)])));
    if (key === 'name')
      dispatch(
        typed({ field: `shop.${tool.id}.name`, text: problems.length ? String(value) : null }),
      );
    if (!problems.length) onChange(next);
  };
  /** What would be wrong with a value, where it isn’t wrong already. */
  const refusedAt = (key: string, value: unknown): string | undefined => {
    const problem = toolProblems({ ...tool, [key]: value }, others).find((p) => p.field === key);
    return problem && speak(problem.message, style);
  };
  const take = (next: Tool): string | undefined => {
    const before = toolProblems(tool, others).map(({ field }) => field);
    const problem = toolProblems(next, others).find(({ field }) => !before.includes(field));
    if (problem) return speak(problem.message, style);
    onChange(next);
    return undefined;
  };
  const standing = Object.fromEntries(
    toolProblems(tool, others).map((p) => [p.field, speak(p.message, style)]),
  );
  return (
    <>
      <div>
        <span className="field own-line">
          <input
            aria-label="Name of the tool"
            autoFocus={begun}
            onFocus={(e) => begun && e.target.select()}
            aria-invalid={wrong['name'] !== undefined || kept !== undefined}
            value={kept ?? tool.name}
            maxLength={120}
            className="written-large"
            onChange={(e) => change('name', e.target.value)}
          />
          {(wrong['name'] ??
            (kept !== undefined &&
              'Not kept yet: another tool has this name, or it is empty.')) && (
            <span className="fielderror" role="alert">
              {wrong['name'] ?? 'Not kept yet: another tool has this name, or it is empty.'}
            </span>
          )}
        </span>
        <span className="quiet">
          {TOOL_KINDS[tool.kind].title}
          {tool.retired && ', retired: kept for the plans that used it, no longer chosen'}
        </span>
      </div>
      {silhouetteOf(tool).length > 0 && (
        <div>
          <Silhouette tool={tool} scale={SCALE} width={240} height={150} />
          <ScaleBar style={style} />
        </div>
      )}
      <div className="toolfields">
        {fieldsOf(tool.kind).map(([key, field]) => (
          <div
            key={key}
            className={
              ['scale', 'screw', 'lengths', 'tool', 'choice'].includes(field.type) ? 'wide' : ''
            }
          >
            <span>
              {field.label}
              {field.help && <small className="quiet">{field.help}</small>}
            </span>
            <FieldInput
              name={`shop.${tool.id}.${key}`}
              label={`${tool.name}, ${field.label.toLowerCase()}`}
              field={field}
              value={measureOf(tool, key, field)}
              style={style}
              tools={tools}
              error={wrong[key] ?? standing[key]}
              refuse={(value) => refusedAt(key, value)}
              onChange={(value) => change(key, value)}
            />
          </div>
        ))}
      </div>
      <Calibrating key={tool.id} tool={tool} style={style} take={take} />
      <div className="abreast">
        <button className="link" onClick={onCopy}>
          Make another like it
        </button>
        <button className="link" onClick={() => onChange({ ...tool, retired: !tool.retired })}>
          {tool.retired ? 'Bring it back' : 'Retire it'}
        </button>
        {holder ? (
          <span className="quiet">
            It is on “{holder.name}”: give that another blade before this goes.
          </span>
        ) : (
          <Removing tool={tool} onRemove={onRemove} />
        )}
      </div>
    </>
  );
}

/** What is said at the foot of a long margin is seen. */
const intoView = (words: HTMLElement | null) => words?.scrollIntoView({ block: 'nearest' });

/** Takes a tool out of the chest, after all plans were asked whether they use it. */
function Removing({ tool, onRemove }: Pick<Props, 'tool' | 'onRemove'>) {
  const { removal, begin, stop } = useRemoval(tool, onRemove);
  const looks = removal.is === 'looking';
  return (
    <>
      <button className="link" onClick={looks ? stop : begin}>
        {looks ? 'Stop, and keep it' : 'Remove it'}
      </button>
      {looks && (
        <span ref={intoView} role="status" className="quiet whole-line">
          Looking for jobs that use it{removal.of > 0 && `: ${removal.done} of ${removal.of}`}
          <progress
            aria-label="Jobs looked at"
            value={removal.done}
            max={removal.of || 1}
            className="whole-line"
          />
        </span>
      )}
      {removal.is === 'kept' && (
        <p ref={intoView} role="alert" className="note error whole-line">
          {removal.message}
        </p>
      )}
    </>
  );
}

/** How long 20 mm, or an inch, is in the drawing above. */
function ScaleBar({ style }: { style: LengthStyle }) {
  const bar = style.system === 'mm' ? 20 : 25.4;
  return (
    <span className="quiet abreast level small">
      <svg width={bar * SCALE + 2} height={9} aria-hidden>
        <path d={`M1 0V8M1 4H${bar * SCALE}M${bar * SCALE} 0V8`} stroke="var(--ink)" />
      </svg>
      <Length value={bar} style={style} />
    </span>
  );
}
