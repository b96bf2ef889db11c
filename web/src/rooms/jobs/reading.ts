/** What reads a job file, fetched where one is opened: it brings every schema with it. */
export { readJobFile } from '@velk/core/exchange';
export { otherChest } from '@velk/core/shop';
