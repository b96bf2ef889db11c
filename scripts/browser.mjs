import { browserProgram } from './debian.mjs';

/**
 * How Debian's Chromium is started, by the tests and for the screenshots: headless, as root too,
 * asking nothing of the network.
 */
export const launchOptions = {
  executablePath: browserProgram(),
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/**
 * The same with a graphics card in software, for the view in three dimensions: it makes all else
 * slower.
 */
export const solidOptions = {
  ...launchOptions,
  args: [
    ...launchOptions.args,
    '--use-gl=angle',
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
  ],
};
