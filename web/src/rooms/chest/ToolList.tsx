import { useVirtualizer } from '@tanstack/react-virtual';
import type { LengthStyle } from '@velk/core/ground';
import { fieldsOf, type Tool, TOOL_KINDS } from '@velk/core/shop';
import { useEffect, useRef } from 'react';
import { useStable } from '../../browser/useStable.ts';
import { Silhouette } from '../../drawings/Silhouette.tsx';
import { useOneStop } from '../../frame/useOneStop.ts';
import { Length } from '../../widgets/Length.tsx';

const ROW = 74;

export function ToolList({
  tools,
  style,
  chosen,
  onOpen,
}: {
  tools: readonly Tool[];
  style: LengthStyle;
  chosen: string | undefined;
  onOpen: (id: string) => void;
}) {
  const holder = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: tools.length,
    getScrollElement: () => holder.current,
    estimateSize: () => ROW,
    overscan: 8,
  });
  const oneStop = useOneStop(holder, { items: '.toolrow' });
  /** One that is opened from elsewhere is brought into sight. */
  const show = useStable(() => {
    const index = tools.findIndex((tool) => tool.id === chosen);
    if (index >= 0) rows.scrollToIndex(index);
  });
  useEffect(show, [show, chosen]);
  if (tools.length === 0)
    return <p className="quiet none-yet">Nothing in the chest is called that.</p>;
  return (
    <div ref={holder} {...oneStop} className="toollist" role="region" aria-label="Tools">
      <div role="list" className="tool-rows" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const tool = tools[index]!;
          return (
            <div
              key={tool.id}
              role="listitem"
              data-index={index}
              ref={rows.measureElement}
              style={{ top: start, minHeight: ROW }}
            >
              <button
                className="toolrow"
                aria-current={tool.id === chosen}
                onClick={() => onOpen(tool.id)}
              >
                <Silhouette tool={tool} scale={0.8} width={92} height={ROW - 6} />
                <span>
                  <strong>{tool.name}</strong>
                  <small>
                    {[
                      tool.name !== TOOL_KINDS[tool.kind].title && TOOL_KINDS[tool.kind].title,
                      tool.retired && 'retired',
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </small>
                </span>
                <span className="measures">
                  <Measures tool={tool} style={style} />
                </span>
              </button>
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** The first few lengths of a tool, as they stand on its shelf. */
function Measures({ tool, style }: { tool: Tool; style: LengthStyle }) {
  const values = tool as unknown as Record<string, unknown>;
  return fieldsOf(tool.kind)
    .filter(([, f]) => f.type === 'length')
    .slice(0, 3)
    .map(([key, field]) => (
      <span key={key}>
        <small>{field.label.toLowerCase()}</small>{' '}
        <Length value={values[key] as number} style={style} />
      </span>
    ));
}
