import { distanceIn, spotOf, type Card, type Plan } from '../plan/index.ts';
import { NO_TRIAL, type RecordState, type KeptFigure, type KeptSetup } from '../../shop/index.ts';
import { standingOn } from './standing.ts';
import {
  METRIC,
  say,
  speak,
  type LengthStyle,
  type Mm,
  type Sentence,
} from '../../ground/index.ts';

/**
 * What is kept with a card: the day, yyyy-mm-dd, words, a picture, and in which hole what stood, by
 * `figureKey`.
 */
export interface Keeping extends Pick<KeptSetup, 'id' | 'on' | 'note' | 'picture'> {
  readonly holes?: Readonly<Record<string, string>>;
  readonly style?: LengthStyle;
}

/**
 * A figure of a set-up and where it was wanted: one that is moved for other pieces is kept once for
 * each place.
 */
export const figureKey = ({ id, asked }: Pick<KeptFigure, 'id' | 'asked'>): string =>
  `${id} ${asked.toFixed(4)}`;

/** A card as it was set when it worked, to be kept in the shop. */
export function keptFrom(
  card: Card,
  { basis: { job } }: Plan,
  { trials }: Pick<RecordState, 'trials'>,
  { id, on, note, picture, holes = {}, style = METRIC }: Keeping,
): KeptSetup {
  const stand = standingOn(card, (trials.get(card.id) ?? NO_TRIAL).stand);
  const [first] = card.setups;
  const figures = new Map(
    card.setups.flatMap((setup) =>
      setup.figures.map((figure) => {
        const stood = stand.get(distanceIn(setup, figure)) ?? figure.set.value;
        const how = stood === figure.set.value ? speak(figure.set.text, style) : '';
        const key = figureKey({ id: figure.id, asked: figure.value });
        const hole = holes[key]?.trim();
        return [
          key,
          {
            id: figure.id,
            name: figure.name,
            asked: figure.value,
            stood,
            how,
            ...(hole && { hole }),
          },
        ] as const;
      }),
    ),
  );
  return {
    id,
    title: card.title,
    job: job.name,
    on,
    method: first!.method,
    machine: first!.machine ?? '',
    cutter: first!.cutter ?? '',
    thickness: spotOf(first!.occurrences[0]!, job).piece.thickness,
    figures: [...figures.values()],
    note,
    ...(picture && { picture }),
  };
}

/** A figure of a card beside the one of a kept set-up. */
export interface KeptBeside {
  readonly name: string;
  /** Which distance of the card. */
  readonly distance: string;
  readonly asked: Mm;
  readonly stood: Mm;
  /** What is wanted now, and where it would stand by what it was off then. */
  readonly wanted: Mm;
  readonly now: Mm;
  readonly how: string;
  /** It is wanted where it was wanted then. */
  readonly holds: boolean;
}

/** A kept set-up beside a card of another job, or of this one. */
export interface KeptFor {
  readonly kept: KeptSetup;
  readonly figures: readonly KeptBeside[];
  /** What is another this time; none where all of it holds. */
  readonly differs: readonly Sentence[];
}

/** Figures closer than this are set alike, mm. */
const SAME: Mm = 0.005;

/** What was kept of set-ups that are made the same way on the same machine, the newest first. */
export function keptFor(
  kept: readonly KeptSetup[],
  card: Card,
  { basis: { job, shop } }: Plan,
): KeptFor[] {
  const [first] = card.setups;
  const keptSetups = madeAlike(kept, card);
  const nameOf = (id: string) => shop.tools.find((tool) => tool.id === id)?.name ?? 'none';
  const thickness = spotOf(first!.occurrences[0]!, job).piece.thickness;
  return keptSetups
    .map((keptSetup): KeptFor => {
      const seen = new Set<string>();
      const figures = card.setups.flatMap((setup) =>
        setup.figures.flatMap((figure): KeptBeside[] => {
          const same = keptSetup.figures.filter(({ id }) => id === figure.id);
          const then = same.toSorted(
            (a, b) => Math.abs(a.asked - figure.value) - Math.abs(b.asked - figure.value),
          )[0];
          const distance = distanceIn(setup, figure);
          if (!then || seen.has(distance)) return [];
          seen.add(distance);
          const { name, asked, stood, how } = then;
          const holds = Math.abs(asked - figure.value) < SAME;
          return [
            {
              name,
              distance,
              asked,
              stood,
              wanted: figure.value,
              now: figure.value + stood - asked,
              how,
              holds,
            },
          ];
        }),
      );
      const cutter = first!.cutter ?? '';
      return {
        kept: keptSetup,
        figures,
        differs: [
          ...(keptSetup.cutter !== cutter
            ? [say(`It was ${nameOf(keptSetup.cutter)}, now it is ${nameOf(cutter)}.`)]
            : []),
          ...(Math.abs(keptSetup.thickness - thickness) > SAME
            ? [
                say('The piece was {was} thick, now it is {now}.', {
                  was: keptSetup.thickness,
                  now: thickness,
                }),
              ]
            : []),
          ...figures.flatMap(({ name, asked, wanted, holds }) =>
            holds
              ? []
              : [say(`${name} was wanted at {asked}, now at {wanted}.`, { asked, wanted })],
          ),
        ],
      };
    })
    .filter(({ figures }) => figures.length > 0)
    .sort((a, b) => b.kept.on.localeCompare(a.kept.on) || a.differs.length - b.differs.length);
}

/** A figure whose jig has holes that are known. */
export interface HoleFor {
  readonly name: string;
  readonly wanted: Mm;
  /** The hole it stood in when it was wanted there. */
  readonly hole?: string;
  /** All that are known, by the size they are for, the smallest first. */
  readonly known: readonly { readonly hole: string; readonly at: Mm }[];
}

/**
 * In which holes the figures of a card stood, each place that one is moved to by itself, by what
 * was kept of set-ups that are made the same way on its machine.
 */
export function holesFor(kept: readonly KeptSetup[], card: Card): HoleFor[] {
  const keptFigures = madeAlike(kept, card).flatMap(({ figures }) => figures);
  const wanted = card.setups.flatMap((s) => s.figures);
  const all = new Map(
    wanted.map((figure) => [figureKey({ id: figure.id, asked: figure.value }), figure]),
  );
  return [...all.values()].flatMap(({ id, name, value }): HoleFor[] => {
    const found = keptFigures.flatMap((f) =>
      f.id === id && f.hole ? [{ hole: f.hole, at: f.asked }] : [],
    );
    const known = [...new Map(found.map((one) => [`${one.hole} ${one.at}`, one])).values()].sort(
      (a, b) => a.at - b.at,
    );
    const hole = known.find(({ at }) => Math.abs(at - value) < SAME)?.hole;
    return known.length ? [{ name, wanted: value, ...(hole && { hole }), known }] : [];
  });
}

/** What was kept of set-ups that are made the same way on the same machine. */
const madeAlike = (kept: readonly KeptSetup[], { setups: [first] }: Card): KeptSetup[] =>
  kept.filter(
    ({ method, machine }) => method === first!.method && machine === (first!.machine ?? ''),
  );
