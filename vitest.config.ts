import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: [
      'bench/**/*.test.ts',
      'tests/fixtures/*.test.ts',
      'src/**/*.test.ts',
      'cli/**/*.test.ts',
      'server/**/*.test.ts',
      'demo/**/*.test.ts',
    ],
    // Two cores: one file on each.
    maxWorkers: 2,
    testTimeout: 300_000,
    // The engraver loads in some of them, slowly where the machine is slow.
    hookTimeout: 300_000,
  },
});
