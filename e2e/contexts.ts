import type { Browser, BrowserContext } from '@playwright/test';

/** What is kept of a page in the browser, without what was compiled of its programs. */
const KEPT = 'cookies,local_storage,indexeddb,cache_storage,service_workers';

/**
 * A call as it is told to a worker: of a function, or of the core’s `answer` with what is asked.
 */
interface Call {
  readonly path?: readonly string[];
  readonly argumentList?: readonly { readonly value: unknown }[];
}

/** Holds back what asks for the solid modeller: a page plans then, and waits for its proofs. */
export function holdCuts(): void {
  const cutting = new Set<unknown>([
    'prove',
    'readings',
    'rescues',
    'learned',
    'shapes',
    'assembly',
    'pair',
  ]);
  const Usual = window.Worker;
  window.Worker = class extends Usual {
    override postMessage(
      message: Call,
      options?: StructuredSerializeOptions | Transferable[],
    ): void {
      const [name] = message.path ?? [];
      const asked = name === 'answer' ? message.argumentList?.[0]?.value : name;
      if (!cutting.has(asked)) super.postMessage(message, options as StructuredSerializeOptions);
    }
  };
}

/**
 * A worker's browser contexts, kept from test to test so that programs aren't compiled for each;
 * what a page stores goes.
 */
export class Contexts {
  private readonly kept = new Map<string, Promise<BrowserContext>>();
  constructor(private readonly browser: Browser) {}

  /**
   * @param like what tells one sort of context from another; made of what the test that asks uses
   */
  async emptied(like: string, url: string, cuts: boolean): Promise<BrowserContext> {
    const known = this.kept.get(like);
    const making = known ?? this.make(cuts);
    this.kept.set(like, making);
    const context = await making;
    if (known) await this.empty(context, url);
    return context;
  }

  private async make(cuts: boolean): Promise<BrowserContext> {
    const context = await this.browser.newContext();
    if (!cuts) await context.addInitScript(holdCuts);
    return context;
  }

  private async empty(context: BrowserContext, origin: string): Promise<void> {
    await Promise.all([
      context.clearCookies(),
      context.clearPermissions(),
      context.setOffline(false),
      context.unrouteAll({ behavior: 'ignoreErrors' }),
    ]);
    const page = await context.newPage();
    const session = await context.newCDPSession(page);
    await session.send('Storage.clearDataForOrigin', { origin, storageTypes: KEPT });
    await page.close();
  }
}
