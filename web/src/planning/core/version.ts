declare const VELK_CORE: string;

/**
 * What reckons here, told by its sources; empty where it isn't known: then nothing of what it made
 * is kept.
 */
export const CORE = typeof VELK_CORE === 'string' ? VELK_CORE : '';
