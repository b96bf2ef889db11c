/** The folder that stands for a lock of this user. */
export declare const lockOf: (name: string) => string;
