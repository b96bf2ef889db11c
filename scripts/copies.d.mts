/** Of copies named by their day those that are no longer kept. */
export function lettingGo(names: readonly string[]): string[];
