import type { Plugin } from 'vite';

/**
 * The first page names the application's own files, so that they are fetched beside the small script
 * that asks for them and not after it.
 */
export function applicationLink(): Plugin {
  return {
    name: 'step-ladder-application-link',
    apply: 'build',
    transformIndexHtml: {
      order: 'post',
      handler(_, { bundle = {} }) {
        const chunks = Object.values(bundle).filter((file) => file.type === 'chunk');
        const application = chunks.find(({ moduleIds }) =>
          moduleIds.some((id) => id.endsWith('/src/app/application.tsx')),
        );
        if (!application)
          throw new Error('The build has no chunk of src/app/application.tsx to name on the first page.');
        return [application.fileName, ...application.imports].map((file) => ({
          tag: 'link',
          attrs: { rel: 'modulepreload', crossorigin: true, href: `/${file}` },
          injectTo: 'head' as const,
        }));
      },
    },
  };
}
