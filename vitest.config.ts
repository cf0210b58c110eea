import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['src/**/*.test.{ts,tsx}', 'demo/**/*.test.ts', 'docs/**/*.test.ts', 'scripts/**/*.test.ts'],
    testTimeout: 180_000,
    hookTimeout: 240_000,
  },
});
