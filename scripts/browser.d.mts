export const launchOptions: { executablePath: string; args: string[] };
/** As launchOptions, able to draw in three dimensions. */
export const solidOptions: typeof launchOptions;
