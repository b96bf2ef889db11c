export const launchOptions: { executablePath: string; args: string[] };
