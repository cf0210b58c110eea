import { defineConfig } from 'vitest/config';

/** The tests that mutants are tried on: what computes and what reads and writes PDF, which need no server. */
export default defineConfig({
  test: {
    include: ['src/{core,pdf}/**/*.test.ts'],
    testTimeout: 60_000,
    hookTimeout: 120_000,
  },
});
