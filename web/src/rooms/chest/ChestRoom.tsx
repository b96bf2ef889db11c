import './chest.css';
import {
  type CellProblem,
  chestFile,
  mergedShops,
  readChest,
  readChestFile,
  writeChest,
} from '@velk/core/exchange';
import {
  copyOf,
  KIND_NAMES,
  newTool,
  type Shelf,
  SHELVES,
  type Shop,
  starterChest,
  type Tool,
  TOOL_KINDS,
  type ToolKind,
} from '@velk/core/shop';
import { Button } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import { saveText } from '../../browser/saveText.ts';
import { Frame } from '../../frame/Frame.tsx';
import { Opening } from '../../frame/Opening.tsx';
import { useOneStop } from '../../frame/useOneStop.ts';
import { useSought } from '../../frame/useSought.ts';
import { gearChanged } from '../../keeping/gear.ts';
import { LeftBehind } from '../../keeping/LeftBehind.tsx';
import { currentShop, useGear } from '../../keeping/useGear.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { useAppDispatch } from '../../store.ts';
import { Choice } from '../../widgets/Choice.tsx';
import { marginBelow, toMargin } from '../../widgets/crossing.ts';
import { Length } from '../../widgets/Length.tsx';
import { Margin } from '../../widgets/Margin.tsx';
import { GearSave } from '../shop/GearSave.tsx';
import { Brought } from './Brought.tsx';
import { gapsOf } from './chest.ts';
import { ToolForm } from './ToolForm.tsx';
import { ToolList } from './ToolList.tsx';

/** Everything the shop can cut, guide and measure with. */
export default function ChestRoom() {
  const { shop, behind } = useGear();
  const [shelf, setShelf] = useState<Shelf | null>(null);
  return (
    <Frame
      job={null}
      title={shop?.name ?? ''}
      aside={shop && <Shelves tools={shop.tools} shelf={shelf} onPick={setShelf} />}
    >
      {shop ? (
        <>
          <LeftBehind what="the shop" now={shop} merge={mergedShops} {...behind} />
          <Chest shop={shop} shelf={shelf} />
        </>
      ) : (
        <Opening />
      )}
    </Frame>
  );
}

function Shelves({
  tools,
  shelf,
  onPick,
}: {
  tools: readonly Tool[];
  shelf: Shelf | null;
  onPick: (shelf: Shelf | null) => void;
}) {
  const count = (s: Shelf) =>
    tools.filter((t) => TOOL_KINDS[t.kind].shelf === s && !t.retired).length;
  const list = useRef<HTMLDivElement>(null);
  const oneStop = useOneStop(list, { items: 'button' });
  return (
    <div ref={list} {...oneStop} className="inline">
      <h2>Shelves</h2>
      {[null, ...SHELVES].map((s) => (
        <button
          key={s ?? 'all'}
          className="jointlink plain"
          aria-current={shelf === s}
          onClick={() => onPick(s)}
        >
          <span>{s ?? 'Everything'}</span>
          <small>{s ? count(s) : tools.filter((t) => !t.retired).length}</small>
        </button>
      ))}
    </div>
  );
}

const order = (t: Tool) => KIND_NAMES.indexOf(t.kind);

function Chest({ shop, shelf }: { shop: Shop; shelf: Shelf | null }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const style = useStyle();
  const { tool: chosen } = useParams();
  const { search } = useLocation();
  /** The tool that was added last: one begins with its name. */
  const [made, setMade] = useState<string | null>(null);
  const [words, setWords] = useSought();
  const [read, setRead] = useState<{ added: number; problems: readonly CellProblem[] } | null>(
    null,
  );
  const put = (tools: readonly Tool[]) => dispatch(gearChanged({ ...currentShop()!, tools }));
  const wanted = words.trim().toLowerCase();
  const shown = useMemo(
    () =>
      shop.tools
        .filter((t) => !shelf || TOOL_KINDS[t.kind].shelf === shelf)
        .filter(
          (t) => !wanted || `${t.name} ${TOOL_KINDS[t.kind].title}`.toLowerCase().includes(wanted),
        )
        .sort((a, b) => order(a) - order(b) || Number(a.retired) - Number(b.retired)),
    [shop.tools, shelf, wanted],
  );
  const tool = shop.tools.find((t) => t.id === chosen);
  useEffect(() => {
    if (!chosen || !marginBelow()) return;
    const drawn = requestAnimationFrame(toMargin);
    return () => cancelAnimationFrame(drawn);
  }, [chosen]);
  const open = (id: string) =>
    void navigate({ pathname: `/chest/${id}`, search }, { replace: chosen !== undefined });
  const add = (next: Tool) => {
    put([...shop.tools, next]);
    setWords('');
    setMade(next.id);
    open(next.id);
  };
  const take = async (chosenFile: File) => {
    const text = await chosenFile.text();
    const got = text.trimStart().startsWith('{')
      ? readChestFile(text, shop.tools)
      : readChest(text, shop.tools);
    if (got.tools.length) put([...shop.tools, ...got.tools]);
    setRead({ added: got.tools.length, problems: got.problems });
  };
  return (
    <div className="sheet withmargin">
      <section aria-label="Tool chest" className="room-body">
        <header className="between">
          <h1>Tool chest</h1>
          <GearSave />
        </header>
        <ChestBar
          tools={shop.tools}
          words={words}
          onSearch={setWords}
          onAdd={add}
          onTake={(file) => void take(file)}
        />
        {read && <Brought read={read} onClose={() => setRead(null)} />}
        {shop.tools.length === 0 ? (
          <EmptyChest onStart={(size) => put(starterChest(shop.style.system, size))} />
        ) : (
          <ToolList tools={shown} style={style} chosen={chosen} onOpen={open} />
        )}
        {gapsOf(shop.tools).map(({ from, to }) => (
          <p key={from} className="quiet small beneath">
            No router cutter between <Length value={from} style={style} /> and{' '}
            <Length value={to} style={style} />.
          </p>
        ))}
      </section>
      <Margin label="The tool" list="tools">
        {tool ? (
          <ToolForm
            key={tool.id}
            tool={tool}
            tools={shop.tools}
            begun={tool.id === made}
            style={style}
            onChange={(next) => put(currentShop()!.tools.map((t) => (t.id === next.id ? next : t)))}
            onCopy={() => add(copyOf(tool, shop.tools))}
            onRemove={() => {
              put(currentShop()!.tools.filter((t) => t.id !== tool.id));
              void navigate('/chest', { replace: true });
            }}
          />
        ) : (
          <p className="quiet">
            Choose a tool to see its measurements. Measure kerfs, cutters, bushings and bases: the
            label is rarely the size. Units and ways of working are under{' '}
            <Link to="/shop">Shop</Link>.
          </p>
        )}
      </Margin>
    </div>
  );
}

/** Looking for a tool, adding one, and the whole chest in and out. */
function ChestBar({
  tools,
  words,
  onSearch,
  onAdd,
  onTake,
}: {
  tools: readonly Tool[];
  words: string;
  onSearch: (words: string) => void;
  onAdd: (tool: Tool) => void;
  onTake: (file: File) => void;
}) {
  const [kind, setKind] = useState<ToolKind | null>(null);
  const file = useRef<HTMLInputElement>(null);
  return (
    <div className="toolbar">
      <span className="field sought">
        <input
          aria-label="Search the chest"
          placeholder="Search"
          value={words}
          onChange={(e) => onSearch(e.target.value)}
        />
      </span>
      <Choice<ToolKind>
        label="Kind of tool to add"
        placeholder="Kind of tool"
        value={kind}
        options={SHELVES.map((s) => ({
          label: s,
          options: KIND_NAMES.filter((k) => TOOL_KINDS[k].shelf === s).map((k) => ({
            value: k,
            label: TOOL_KINDS[k].title,
          })),
        }))}
        onChange={setKind}
      />
      <Button
        size="small"
        disabled={kind === null}
        onClick={() => kind && onAdd(newTool(kind, tools))}
      >
        Add
      </Button>
      <button className="link" onClick={() => file.current?.click()}>
        Bring in
      </button>
      <button className="link" onClick={() => saveText('tools.csv', 'text/csv', writeChest(tools))}>
        Save as CSV
      </button>
      <button
        className="link"
        onClick={() => saveText('tools.velk-chest.json', 'application/json', chestFile(tools))}
      >
        Save as JSON
      </button>
      <input
        ref={file}
        type="file"
        hidden
        aria-label="File of tools"
        accept=".csv,.json,text/csv,application/json"
        onChange={(e) => {
          const [chosen] = e.target.files ?? [];
          e.target.value = '';
          if (chosen) onTake(chosen);
        }}
      />
    </div>
  );
}

function EmptyChest({ onStart }: { onStart: (size: 'small' | 'full') => void }) {
  return (
    <div className="start">
      <h2>An empty chest</h2>
      <p>Start from a usual one and type your own measurements over it.</p>
      <span className="abreast">
        <Button type="primary" onClick={() => onStart('small')}>
          A small shop’s chest
        </Button>
        <Button onClick={() => onStart('full')}>A full shop’s chest</Button>
      </span>
    </div>
  );
}
