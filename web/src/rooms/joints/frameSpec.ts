import {
  type AnyFrameSpec,
  type BaseSpec,
  type FrameSpec,
  type IrregularSpec,
  TAPED,
  type Tape,
} from '@velk/core/day';
import type { Job } from '@velk/core/design';
import { INCH, type Mm } from '@velk/core/ground';
import { useState } from 'react';
import { useKeptState } from '../../keeping/useKeptState.ts';

/** Sizes to begin with, in the unit of the job. */
const START = {
  mm: {
    width: 450,
    height: 700,
    thickness: 22,
    stile: 60,
    rail: 70,
    low: 90,
    muntin: 30,
    wide: 1200,
    deep: 600,
    tall: 720,
    leg: 60,
    apron: 95,
    setBack: 5,
    taped: 1200,
    high: 2100,
    diagonal: 2419,
    gap: 3,
    thick: 45,
    post: 95,
  },
  in: {
    width: 18,
    height: 28,
    thickness: 0.75,
    stile: 2.25,
    rail: 2.5,
    low: 3.5,
    muntin: 1.25,
    wide: 48,
    deep: 24,
    tall: 28.5,
    leg: 2.25,
    apron: 3.75,
    setBack: 0.1875,
    taped: 48,
    high: 84,
    diagonal: 96.75,
    gap: 0.125,
    thick: 1.75,
    post: 3.75,
  },
};

/** A size of a frame that is asked for: its place among the fields, its label, and who is told. */
export interface FrameLine {
  readonly id: string;
  readonly label: string;
  readonly value: Mm;
  readonly onChange: (value: Mm) => void;
  readonly least?: Mm;
}

const railName = (i: number, of: number): string =>
  i === 0 ? 'Top rail' : i === of - 1 ? 'Bottom rail' : `Middle rail ${i}`;

function linesOfFrame(frame: FrameSpec, set: (frame: FrameSpec) => void): FrameLine[] {
  const { rails, muntins } = frame;
  const line = (id: 'width' | 'height' | 'thickness' | 'stile', label: string): FrameLine => ({
    id,
    label,
    value: frame[id],
    onChange: (value) => set({ ...frame, [id]: value }),
  });
  return [
    line('width', 'Width outside'),
    line('height', 'Height outside'),
    line('thickness', 'Thickness'),
    line('stile', 'Stiles, wide'),
    ...rails.map((value, i) => ({
      id: `rail-${i}`,
      label: `${railName(i, rails.length)}, wide`,
      value,
      onChange: (wide: Mm) =>
        set({ ...frame, rails: rails.map((w, index) => (index === i ? wide : w)) }),
    })),
    ...(muntins.count > 0
      ? [
          {
            id: 'muntin',
            label: 'Muntins, wide',
            value: muntins.width,
            onChange: (width: Mm) => set({ ...frame, muntins: { ...muntins, width } }),
          },
        ]
      : []),
  ];
}

function linesOfBase(base: BaseSpec, set: (base: BaseSpec) => void): FrameLine[] {
  const line = (id: 'width' | 'depth' | 'height' | 'leg', label: string): FrameLine => ({
    id,
    label,
    value: base[id],
    onChange: (value) => set({ ...base, [id]: value }),
  });
  const ofRail = (id: string, size: 'width' | 'thickness', label: string): FrameLine => ({
    id,
    label,
    value: base.rail[size],
    onChange: (value) => set({ ...base, rail: { ...base.rail, [size]: value } }),
  });
  return [
    line('width', 'Width over the legs'),
    line('depth', 'Depth over the legs'),
    line('height', 'Height of the legs'),
    line('leg', 'Legs, square'),
    {
      id: 'foot',
      label: 'Tapered to, at the foot; 0 straight',
      value: base.foot ?? 0,
      onChange: (foot) => set({ ...base, foot }),
      least: 0,
    },
    ofRail('apron', 'width', 'Rails, wide'),
    ofRail('thickness', 'thickness', 'Rails, thick'),
    {
      id: 'setback',
      label: 'Rails set back',
      value: base.setBack,
      onChange: (setBack) => set({ ...base, setBack }),
      least: 0,
    },
  ];
}

/** Each tape by its own word, of the wall’s front or its back. */
const TAPE_LABELS: Readonly<Record<Tape, string>> = {
  bottom: 'Bottom',
  left: 'Left side',
  top: 'Top',
  right: 'Right side',
  diagonal: 'Diagonal, bottom left to top right',
};

function linesOfIrregular(frame: IrregularSpec, set: (frame: IrregularSpec) => void): FrameLine[] {
  const { form, back } = frame;
  const tapes = (face: 'tapes' | 'back', where: string): FrameLine[] =>
    TAPED[form].map((tape) => ({
      id: `${face}-${tape}`,
      label: `${TAPE_LABELS[tape]}${where}`,
      value: (frame[face] ?? frame.tapes)[tape],
      onChange: (value) => set({ ...frame, [face]: { ...frame[face], [tape]: value } }),
    }));
  const line = (
    id: 'gap' | 'thickness' | 'stile' | 'topRail' | 'bottomRail',
    label: string,
  ): FrameLine => ({
    id,
    label,
    value: frame[id],
    onChange: (value) => set({ ...frame, [id]: value }),
    ...(id === 'gap' && { least: 0 }),
  });
  return [
    ...tapes('tapes', ''),
    ...(back ? tapes('back', ', at the back') : []),
    line('gap', 'Room all round'),
    line('thickness', 'Thickness'),
    line('stile', 'Stiles, wide'),
    line('topRail', 'Top rail, wide'),
    line('bottomRail', 'Bottom rail, wide'),
  ];
}

export type FrameSort = AnyFrameSpec['sort'];

/** A sort by its name in an address; nothing where there is none of it. */
export const frameSortOf = (name: string | null): FrameSort | undefined =>
  (['frame', 'base', 'irregular'] as const).find((sort) => sort === name);

/** What all frames have. */
type Shared = Partial<Pick<FrameSpec, 'name' | 'count' | 'kind' | 'species'>>;

/** A frame, and legs and rails, as they are asked for here; what was typed is kept. */
export function useFrameSpec(units: Job['units'], first: FrameSort) {
  const unit = units === 'in' ? INCH : 1;
  const start = Object.fromEntries(
    Object.entries(START[units]).map(([k, v]) => [k, v * unit]),
  ) as Record<keyof typeof START.mm, Mm>;
  const [sort, setSort] = useState<FrameSort>(first);
  const [frame, setFrame] = useKeptState<FrameSpec>(`kept.frame.${units}`, {
    sort: 'frame',
    name: 'Frame',
    count: 1,
    width: start.width,
    height: start.height,
    thickness: start.thickness,
    stile: start.stile,
    rails: [start.rail, start.low],
    muntins: { count: 0, width: start.muntin },
    kind: 'haunched',
    species: '',
  });
  const [base, setBase] = useKeptState<BaseSpec>(`kept.base.${units}`, {
    sort: 'base',
    name: 'Table',
    count: 1,
    width: start.wide,
    depth: start.deep,
    height: start.tall,
    leg: start.leg,
    foot: 0,
    rail: { width: start.apron, thickness: start.thickness },
    setBack: start.setBack,
    kind: 'blind',
    species: '',
  });
  const [irregular, setIrregular] = useKeptState<IrregularSpec>(`kept.irregular.${units}`, {
    sort: 'irregular',
    name: 'Frame',
    count: 1,
    form: 'leaning',
    tapes: {
      bottom: start.taped,
      left: start.high,
      top: start.taped,
      right: start.high,
      diagonal: start.diagonal,
    },
    back: null,
    gap: start.gap,
    thickness: start.thick,
    stile: start.post,
    topRail: start.post,
    bottomRail: start.post,
    species: '',
  });
  const asked = {
    frame: {
      spec: frame,
      lines: linesOfFrame(frame, setFrame),
      share: (change: Shared) => setFrame({ ...frame, ...change }),
      clear: () => setFrame(null),
    },
    base: {
      spec: base,
      lines: linesOfBase(base, setBase),
      share: (change: Shared) => setBase({ ...base, ...change }),
      clear: () => setBase(null),
    },
    irregular: {
      spec: irregular,
      lines: linesOfIrregular(irregular, setIrregular),
      share: ({ kind: _, ...change }: Shared) => setIrregular({ ...irregular, ...change }),
      clear: () => setIrregular(null),
    },
  } as const;
  return { ...asked[sort], setSort, setFrame, setIrregular };
}
