import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['bench/**/*.test.ts', 'src/**/*.test.ts', 'cli/**/*.test.ts', 'server/**/*.test.ts', 'demo/**/*.test.ts'],
    testTimeout: 300_000,
  },
});
