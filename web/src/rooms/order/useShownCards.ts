import { useState } from 'react';
import type { Card, Plan } from '@velk/core/day';
import { useSought } from '../../frame/useSought.ts';

/** Which of a plan's cards are shown: by words that are looked for, and by the machine. */
export function useShownCards(cards: readonly Card[], basis: Plan['basis']) {
  const [words, setWords] = useSought();
  const [machine, setMachine] = useState('');
  const sought = words.trim().toLowerCase();
  const shown = cards.filter(
    (card) =>
      (!machine || machineOf(card, basis) === machine) &&
      (!sought || saidOf(card, basis).toLowerCase().includes(sought)),
  );
  return {
    ...{ shown, words, setWords, machine, setMachine },
    areAll: shown.length === cards.length,
    machines: [...new Set(cards.map((card) => machineOf(card, basis)))],
    showAll: () => {
      setWords('');
      setMachine('');
    },
  };
}

export type ShownCards = ReturnType<typeof useShownCards>;

export const machineOf = (card: Card, { shop }: Plan['basis']): string =>
  shop.tools.find((tool) => tool.id === card.setups[0]!.machine)?.name ?? 'Bench';

/** All that a card can be found by: what is done, to which parts and joints, with what. */
const saidOf = (card: Card, { job, shop }: Plan['basis']): string =>
  [
    card.title,
    ...card.setups.flatMap((s) =>
      [s.machine, s.cutter, ...s.guides].map((id) => shop.tools.find((t) => t.id === id)?.name),
    ),
    ...card.setups.flatMap((s) =>
      s.occurrences.flatMap((o) => [
        job.parts.find((p) => p.id === o.part)?.name,
        job.joints.find((j) => j.id === o.joint)?.name,
      ]),
    ),
  ].join(' ');
