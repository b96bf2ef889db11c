#!/usr/bin/env node
import { ensurePrograms, serverProgram } from '../../scripts/build.mjs';

await ensurePrograms();
await import(serverProgram('cli'));
