import { useEffect, useRef, type FormEvent, type KeyboardEvent, type RefObject } from 'react';

const FIELDS = 'input, select, textarea, button, a[href], summary';

interface Asked {
  /** What is one item of the list: the thing itself, or a row with fields in it. */
  readonly items: string;
  /** Where the fields need the arrows for themselves, these go with Alt. */
  readonly alt?: boolean;
}

const fieldsOf = (item: Element): HTMLElement[] =>
  item.matches(FIELDS) ? [item as HTMLElement] : [...item.querySelectorAll<HTMLElement>(FIELDS)];

/**
 * What stands in another item where a field stands in its own: in the same cell of a row, else in
 * the same place.
 */
function acrossFrom(field: HTMLElement, here: Element, there: Element): HTMLElement | undefined {
  const cell = field.closest('td');
  if (cell && there instanceof HTMLTableRowElement)
    return fieldsOf(there.cells[cell.cellIndex]!)[0];
  return fieldsOf(there)[fieldsOf(here).indexOf(field)];
}

/** The item one is at: with the focus, else the chosen one, else the first. */
const hereAmong = (items: readonly Element[]): Element | undefined =>
  items.find((item) => item.contains(document.activeElement)) ??
  items.find((item) =>
    item.matches('[aria-current="true"], [aria-current="page"], [aria-selected="true"]'),
  ) ??
  items[0];

/**
 * A long list is one stop of Tab: only the item one is at has stops, the arrows go from item to
 * item, Home and End to the first and last. The tab order is set on the elements, after each
 * drawing, since lists draw only what is near.
 */
export function useOneStop(list: RefObject<HTMLElement | null>, { items, alt = false }: Asked) {
  const found = () => [...(list.current?.querySelectorAll(items) ?? [])];
  const settle = () => {
    const all = found();
    const here = hereAmong(all);
    for (const item of all) {
      const stop = item === here ? 0 : -1;
      for (const field of fieldsOf(item)) if (field.tabIndex !== stop) field.tabIndex = stop;
    }
  };
  useEffect(settle);
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    if (event.altKey !== alt || event.ctrlKey || event.metaKey) return;
    const all = found();
    const index = all.findIndex((item) => item.contains(event.target as Node));
    const to = { ArrowUp: index - 1, ArrowDown: index + 1, Home: 0, End: all.length - 1 }[
      event.key
    ];
    if (index < 0 || to === undefined || !all[to]) return;
    event.preventDefault();
    event.stopPropagation();
    (
      acrossFrom(event.target as HTMLElement, all[index]!, all[to]) ?? fieldsOf(all[to])[0]
    )?.focus();
  };
  /**
   * Where something was typed in a row, Tab goes on from its end to the next row, and back from its
   * start.
   */
  const typedIn = useRef<Element | null>(null);
  const onInput = (event: FormEvent<HTMLElement>) => {
    typedIn.current = found().find((item) => item.contains(event.target as Node)) ?? null;
  };
  const onTab = (event: KeyboardEvent<HTMLElement>) => {
    const all = found();
    const index = all.findIndex((item) => item.contains(event.target as Node));
    if (index < 0 || all[index] !== typedIn.current) return;
    const here = fieldsOf(all[index]);
    const [edge, next] = event.shiftKey ? [here[0], all[index - 1]] : [here.at(-1), all[index + 1]];
    if (event.target !== edge || !next) return;
    event.preventDefault();
    fieldsOf(next)
      .at(event.shiftKey ? -1 : 0)
      ?.focus();
  };
  return {
    onKeyDownCapture: (event: KeyboardEvent<HTMLElement>) =>
      event.key === 'Tab' && alt ? onTab(event) : onKeyDown(event),
    onInputCapture: onInput,
    onFocus: settle,
  };
}
