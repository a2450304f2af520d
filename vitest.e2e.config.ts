import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['tests/e2e/**/*.e2e.ts'],
    // A test waits for what it asks for (`PATIENCE` in tests/e2e/stage.ts), however slow the machine is for a while.
    testTimeout: 900_000,
    hookTimeout: 300_000,
    // Where waits are that long, a build that cannot work must not be waited for in every test.
    bail: 4,
    fileParallelism: false,
  },
});
