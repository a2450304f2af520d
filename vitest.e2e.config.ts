import { defineConfig } from 'vitest/config';
import { AS_NODE_DOES } from './vitest.config.ts';

/** Tests that play or hear in real time: a browser at work beside them would take the time away; beside each other they mostly wait. */
const IN_TIME = ['tests/e2e/{ear,listen}.e2e.ts'];

export default defineConfig({
  test: {
    // A test waits for what it asks for (`PATIENCE` in tests/e2e/stage.ts), however slow the machine is for a while.
    testTimeout: 900_000,
    hookTimeout: 300_000,
    // To be removed once the whole suite has passed several times without it (docs/decisions/0016).
    retry: 1,
    // Where waits are that long, a build that cannot work must not be waited for in every test.
    bail: 4,
    projects: [
      {
        extends: true,
        test: {
          name: 'side by side',
          include: ['tests/e2e/**/*.e2e.ts'],
          exclude: IN_TIME,
          maxWorkers: 2,
          sequence: { groupOrder: 0 },
          ...AS_NODE_DOES,
        },
      },
      {
        extends: true,
        test: {
          name: 'in time',
          include: IN_TIME,
          maxWorkers: 2,
          sequence: { groupOrder: 1 },
          ...AS_NODE_DOES,
        },
      },
    ],
  },
});
