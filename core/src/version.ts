/** Velk's version, stamped on every plan. */
export const VERSION = '0.1.0';
