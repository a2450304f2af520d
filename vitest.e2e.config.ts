import { defineConfig } from 'vitest/config';
import { AS_NODE_DOES } from './vitest.config.ts';

export default defineConfig({
  test: {
    include: ['tests/e2e/**/*.e2e.ts'],
    // A test waits for what it asks for (`PATIENCE` in tests/e2e/stage.ts), however slow the machine is for a while.
    testTimeout: 900_000,
    hookTimeout: 300_000,
    // A shared machine may stand still in the middle of a click; what is wrong with the page is wrong twice.
    retry: 1,
    // Where waits are that long, a build that cannot work must not be waited for in every test.
    bail: 4,
    fileParallelism: false,
    ...AS_NODE_DOES,
  },
});
