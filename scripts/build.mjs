import { ensureBuilt, ensureDependencies } from './lib/project.mjs';
import { plainly } from './lib/say.mjs';

plainly();

ensureDependencies();
await ensureBuilt();
