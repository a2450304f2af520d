import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['src/**/*.test.ts', 'cli/**/*.test.ts', 'server/**/*.test.ts', 'demo/**/*.test.ts'],
    testTimeout: 120_000,
  },
});
