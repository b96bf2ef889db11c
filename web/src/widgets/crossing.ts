/** Where one was before the margin was gone to. */
let from: HTMLElement | null = null;

const margin = () => document.querySelector<HTMLElement>('.margin');

/**
 * Whether the margin stands under the work instead of beside it: on a telephone, or a tablet held
 * upright.
 */
export const marginBelow = () => window.matchMedia('(max-width: 1080px)').matches;

/**
 * Down to a margin that stands under the work. No field is begun, so that no keyboard comes up over
 * it.
 */
export function toMargin(): void {
  const there = margin();
  if (!there || there.contains(document.activeElement)) return;
  from = document.activeElement as HTMLElement | null;
  there.focus({ preventScroll: true });
  there.scrollIntoView();
}

/** Back to where one was before; a press that took no focus was on what is chosen. */
export function toWork(): void {
  const been = from?.isConnected && from !== document.body ? from : null;
  const back =
    been ??
    document.querySelector<HTMLElement>('main :is([aria-current="true"], [aria-selected="true"])');
  if (!back) return window.scrollTo(0, 0);
  back.scrollIntoView({ block: 'center' });
  back.focus({ preventScroll: true });
}

/** From the work to the first field of the margin beside it, and back to where one was. */
export function crossOver(): void {
  const there = margin();
  const here = document.activeElement as HTMLElement | null;
  if (there?.contains(here)) from?.focus();
  else if (there) {
    from = here;
    there
      .querySelector<HTMLElement>('input, textarea, [tabindex="0"], select, button:not(.below), a')
      ?.focus();
  }
}
