import { pathToFileURL } from 'node:url';
import { defineConfig } from 'vitest/config';

/** Node's own loader instead of the bundler's: what is tested runs as it does when it is shipped, and twice as fast. */
export const AS_NODE_DOES: { execArgv: string[]; experimental: object } = {
  execArgv: ['--import', pathToFileURL('scripts/typescript.mjs').href, '--enable-source-maps'],
  experimental: { viteModuleRunner: false, nodeLoader: false },
};

/** Tests that load a module again, as another browser would, which Node's own loader cannot. */
const ANEW = ['src/data/{keeping,pupils,records,all-or-nothing,dropped}.test.ts'];

export default defineConfig({
  test: {
    // Two cores: one file on each.
    maxWorkers: 2,
    testTimeout: 300_000,
    // The engraver loads in some of them, slowly where the machine is slow.
    hookTimeout: 300_000,
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: [
            'bench/**/*.test.ts',
            'tests/fixtures/*.test.ts',
            'scripts/**/*.test.ts',
            'src/**/*.test.ts',
            'cli/**/*.test.ts',
            'server/**/*.test.ts',
            'demo/**/*.test.ts',
          ],
          exclude: ANEW,
          // What a file has loaded and warmed up serves the next.
          isolate: false,
          ...AS_NODE_DOES,
        },
      },
      { extends: true, test: { name: 'reloading', include: ANEW } },
    ],
  },
});
