/** What lets the browser tests in at the machine. */
export const KEY = 'the-key-of-the-browser-tests';
