/**
 * The folder of the whole project: as far up from here as from `server/dist`, where this is bundled
 * to.
 */
export const ROOT = new URL('../../', import.meta.url);
