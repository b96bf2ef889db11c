/** What reads a job file, fetched where one is opened: it brings every schema with it. */
export { otherChest, readJobFile } from '@velk/core';
