import { ensureBuilt, ensureDependencies } from './lib/project.mjs';

ensureDependencies();
await ensureBuilt();
